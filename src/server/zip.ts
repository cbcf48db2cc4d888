// Archives that are made while they are read.
import { Zip, ZipDeflate, ZipPassThrough } from 'fflate';

export interface ZipEntry {
  name: string;
  bytes: Uint8Array;
  /** It becomes smaller when it is packed. */
  packs?: boolean;
}

/** The same entries make the same bytes, whenever they are written. */
const DATE = new Date(1980, 0, 1, 12);

/** An archive that is written into a stream. */
export const zipInto = (to: ReadableStreamDefaultController<Uint8Array>): Zip =>
  new Zip((error, data, last) => {
    if (error) return to.error(error);
    to.enqueue(data);
    if (last) to.close();
  });

/** @param entries each made when there is room for it; what fails there fails the archive */
export function zipped(entries: AsyncGenerator<ZipEntry>): ReadableStream<Uint8Array> {
  let zip: Zip;
  return new ReadableStream<Uint8Array>(
    {
      start: (to) => void (zip = zipInto(to)),
      pull: async (to) => {
        try {
          const { value, done } = await entries.next();
          if (done) return zip.end();
          const file = value.packs ? new ZipDeflate(value.name, { level: 6 }) : new ZipPassThrough(value.name);
          file.mtime = DATE;
          zip.add(file);
          file.push(value.bytes, true);
        } catch (e) {
          to.error(e);
        }
      },
      cancel: async () => void (await entries.return(undefined)),
    },
    new ByteLengthQueuingStrategy({ highWaterMark: 1_000_000 }),
  );
}
