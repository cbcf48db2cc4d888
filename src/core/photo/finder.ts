// The networks that find things and faces in a photo, run by TensorFlow.js on WebAssembly. The files they consist of
// are given from outside, so that a worker and the server have the same.
import { loadGraphModel } from '@tensorflow/tfjs-converter';
import { io, ready, setBackend, type Tensor, tensor4d, tidy } from '@tensorflow/tfjs-core';
import { setWasmPaths } from '@tensorflow/tfjs-backend-wasm';
import type { Pixels } from '../ground/pixels';
import { allFound, type Found, faceLook, FACES_SIDE, facesIn, THINGS_SIDE, thingsIn } from './found';

/** A network as it is kept: a description, and its weights as bytes. */
export interface Network {
  about: { modelTopology: object; weightsManifest: { weights: io.WeightsManifestEntry[] }[] };
  weights: ArrayBuffer;
}
export interface Networks {
  things: Network;
  faces: Network;
  /** Where the program that runs them lies: an address or a folder, with a slash at its end. */
  wasm: string;
}

export interface Finder {
  /** @param look `lookOf` the photo @param ratio of the photo, width to height */
  find: (look: Pixels, ratio: number) => Promise<Found[]>;
}

/** Red, green and blue of each pixel, scaled and moved. */
function planes({ data }: Pixels, scale: number, less: number): Float32Array {
  const out = new Float32Array((data.length / 4) * 3);
  for (let i = 0, o = 0; i < data.length; i += 4) for (let c = 0; c < 3; c++) out[o++] = data[i + c] * scale - less;
  return out;
}

/** @throws Error where the networks, or what runs them, cannot be loaded */
export async function openFinder({ things, faces, wasm }: Networks): Promise<Finder> {
  setWasmPaths(wasm);
  if (!(await setBackend('wasm'))) throw new Error('WebAssembly cannot be run here');
  await ready();
  const load = ({ about, weights }: Network) =>
    loadGraphModel(
      io.fromMemory({
        modelTopology: about.modelTopology,
        weightSpecs: about.weightsManifest.flatMap((m) => m.weights),
        weightData: weights,
      }),
    );
  const [thingsNet, facesNet] = [await load(things), await load(faces)];
  const ask = async (
    net: typeof thingsNet,
    input: Float32Array,
    side: number,
    outputs: string[],
  ): Promise<Float32Array[]> => {
    const out = tidy(() => net.execute(tensor4d(input, [1, side, side, 3]), outputs)),
      all = Array.isArray(out) ? out : [out as Tensor],
      values = await Promise.all(all.map((t) => t.data()));
    for (const t of all) t.dispose();
    return values as Float32Array[];
  };
  return {
    async find(look, ratio) {
      const [detections] = await ask(thingsNet, planes(look, 1, 0), THINGS_SIDE, ['tower_0/detections']),
        [fine, coarse, finePlaces, coarsePlaces] = await ask(
          facesNet,
          planes(faceLook(look, ratio), 1 / 127.5, 1),
          FACES_SIDE,
          ['Identity', 'Identity_1', 'Identity_2', 'Identity_3'],
        );
      return allFound(facesIn([fine, coarse], [finePlaces, coarsePlaces], ratio), thingsIn(detections));
    },
  };
}
