// The faces of all kinds, in the order in which they stand in the add menus; one that is forgotten does not compile.
import type { Layer, LayerKind } from '../../../core/kinds/layers';
import type { LaidKind } from '../../../core/piece/treatments';
import { border } from './border';
import type { Face, TreatmentWords } from './face';
import { fade } from './fade';
import { fill } from './fill';
import { photo } from './photo';
import { plate } from './plate';
import { pool } from './pool';
import { shape } from './shape';
import { text } from './text';
import { tint } from './tint';
import { wash } from './wash';

/** A kind that is a treatment must have words for that. */
type FaceOf<K extends LayerKind> = Face<Extract<Layer, { kind: K }>> &
  (K extends LaidKind ? { treatment: TreatmentWords } : unknown);

const FACES: { readonly [K in LayerKind]: FaceOf<K> } = {
  text,
  photo,
  shape,
  tint,
  wash,
  fade,
  pool,
  plate,
  border,
  fill,
};

/** What the bench shows of a layer. */
export const faceOf = (layer: Layer): Face<Layer> => FACES[layer.kind];

/** All entries of the add menus. */
export const ADDITIONS = Object.values(FACES).flatMap((f) => f.adds);

/** What is said of a kind that is a treatment. */
export const laidWords = (kind: LaidKind): TreatmentWords => FACES[kind].treatment;
