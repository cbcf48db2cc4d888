// What a `.plavo.zip` holds: pieces with all they are made of, as one file. docs/formats.md describes it for others.
import { z } from 'zod';
import { MOST_SWATCHES } from '../core/piece/limits';
import { SwatchSchema } from '../core/values/fill';
import { HouseStyleSchema } from '../core/values/house';
import { CreditSchema } from './shapes';

/** Raised when a file is written that an older version could not read. */
export const FILE_VERSION = 3;
export const FILE_FORMAT = 'plavo-file';
export const MANIFEST = 'plavo.json';
/** The most bytes of a file, of one entry and of all unpacked, and the most entries. */
export const FILE_LIMITS = {
  bytes: 200 * 1024 * 1024,
  entry: 64 * 1024 * 1024,
  unpacked: 800 * 1024 * 1024,
  entries: 6000,
};

const sha = z.string().regex(/^[0-9a-f]{64}$/);
const id = z.string().regex(/^[\w-]{1,32}$/);
/** A path within the archive, made of plain names. */
const path = z.string().regex(/^[a-z]+\/[\w-]{1,80}\.[a-z0-9]{1,5}$/);

export const ManifestSchema = z.strictObject({
  format: z.literal(FILE_FORMAT),
  version: z.literal([1, 2, FILE_VERSION]),
  what: z.enum(['piece', 'campaign']),
  campaign: z.strictObject({
    name: z.string().min(1).max(200),
    house: HouseStyleSchema.optional(),
    /** All there was of a house style before version 3. */
    swatches: z.array(SwatchSchema).max(MOST_SWATCHES).optional(),
  }),
  pieces: z
    .array(z.strictObject({ id, name: z.string().max(200), file: path, preview: path.nullable() }))
    .min(0)
    .max(5000),
  pictures: z
    .array(
      z.strictObject({
        id: sha,
        name: z.string().max(200),
        mime: z.string().max(60),
        file: path,
        /** Shown in the library; otherwise a frame of a moving picture, or a mask. */
        listed: z.boolean(),
        tags: z.array(z.string().max(60)).max(30).optional(),
        /** Whose it is, where it came from a picture service. */
        credit: CreditSchema.optional(),
      }),
    )
    .max(5000),
  fonts: z
    .array(
      z.strictObject({
        id: sha,
        family: z.string().max(100),
        weight: z.number().int(),
        italic: z.boolean(),
        licence: z.string().max(2000),
        file: path,
      }),
    )
    .max(500),
  /** Ids of pictures that were not there when the file was written. */
  missing: z.array(sha).max(5000),
});
export type Manifest = z.output<typeof ManifestSchema>;
