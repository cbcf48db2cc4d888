// Pieces and campaigns written as one file, with all they are made of.
import { FILE_FORMAT, FILE_VERSION, type Manifest, MANIFEST } from '../contract/piece-file';
import { USUAL_ENCODING } from '../core/format/formats';
import { logoPictures } from '../core/house/styled';
import { openPiece } from '../core/piece/upgrade';
import { assetsOf, familiesIn } from '../core/piece/resolve';
import type { Piece } from '../core/piece/schema';
import { assetBytes, findAsset, isListed } from './assets';
import { aboutPicture } from './pictures/traits';
import { run } from './crew/crews';
import { listFonts } from './fonts';
import { readHouse } from './pieces/house';
import { documentsOf, type StoredDocument } from './pieces/store';
import type { ZipEntry } from './zip';

/** Longest side of a preview, pixels. */
const PREVIEW = 480;
const ENDINGS: Readonly<Record<string, string>> = {
  'image/jpeg': 'jpg',
  'image/png': 'png',
  'image/webp': 'webp',
  'image/avif': 'avif',
  'image/gif': 'gif',
  'image/tiff': 'tif',
  'image/svg+xml': 'svg',
};

/** @param pieces which of the campaign's; all that are not in the bin where null @throws Problem 404 */
export async function* carriedOut(
  campaign: { id: string; name: string },
  pieces: readonly string[] | null,
): AsyncGenerator<ZipEntry> {
  const documents = await documentsOf(campaign.id, pieces),
    // What cannot be opened goes along as it is.
    opened = documents.flatMap((d): [StoredDocument, Piece][] => {
      const found = openPiece(parsed(d.document));
      return found.ok ? [[d, found.piece]] : [];
    }),
    whole = new Set(opened.map(([d]) => d.id)),
    families = new Set(opened.flatMap(([, piece]) => familiesIn(piece))),
    { style: house } = await readHouse(campaign.id),
    fonts = (await listFonts(campaign.id)).filter((f) => pieces === null || families.has(f.family)),
    manifest: Manifest = {
      format: FILE_FORMAT,
      version: FILE_VERSION,
      what: pieces === null ? 'campaign' : 'piece',
      campaign: { name: campaign.name, house },
      pieces: documents.map(({ id, name }) => ({
        id,
        name,
        file: `pieces/${id}.json`,
        preview: whole.has(id) ? `previews/${id}.png` : null,
      })),
      pictures: [],
      fonts: fonts.map((f) => ({ ...f, file: `fonts/${f.id}.ttf` })),
      missing: [],
    };
  for (const id of [...new Set([...opened.flatMap(([, piece]) => assetsOf(piece)), ...logoPictures(house)])].sort()) {
    const asset = await findAsset(id);
    if (!asset) manifest.missing.push(id);
    else
      manifest.pictures.push({
        id,
        name: asset.name,
        mime: asset.mime,
        file: `pictures/${id}.${ENDINGS[asset.mime] ?? 'bin'}`,
        listed: await isListed(id),
        ...(await aboutPicture(id)),
      });
  }
  const text = (words: string): Uint8Array => new TextEncoder().encode(words);
  yield { name: MANIFEST, bytes: text(`${JSON.stringify(manifest, null, 1)}\n`), packs: true };
  for (const { id, document } of documents) yield { name: `pieces/${id}.json`, bytes: text(document), packs: true };
  for (const { id, file } of manifest.pictures)
    yield { name: file, bytes: new Uint8Array(await assetBytes(id)), packs: file.endsWith('.svg') };
  for (const { id, file } of manifest.fonts)
    yield { name: file, bytes: new Uint8Array(await assetBytes(id)), packs: true };
  if (fonts.length)
    yield {
      name: 'fonts/LICENCES.txt',
      bytes: text(fonts.map((f) => `${f.family} ${f.weight}${f.italic ? ' italic' : ''}: ${f.licence}\n`).join('')),
      packs: true,
    };
  for (const [{ id }, piece] of opened) {
    const { width, height } = piece.sizes[0];
    const made = await run('render', {
      piece,
      campaign: campaign.id,
      slide: 0,
      scale: Math.min(1, PREVIEW / Math.max(width, height)),
      format: 'png',
      as: USUAL_ENCODING,
    });
    if ('bytes' in made) yield { name: `previews/${id}.png`, bytes: made.bytes };
  }
}

function parsed(document: string): unknown {
  try {
    return JSON.parse(document);
  } catch {
    return null;
  }
}
