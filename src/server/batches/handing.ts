// What a batch is handed over as: all its pictures in one archive, contact sheets, a list of rows that need a hand.
import PDFDocument from 'pdfkit';
import sharp from 'sharp';
import { contactSheet, ON_A_SHEET } from '../../core/filling/contact-sheet';
import { csvOf } from '../../core/filling/table';
import { namesOf, partsOf, pieceInName } from '../../core/format/file-names';
import { USUAL_ENCODING } from '../../core/format/formats';
import { nameOf } from '../../core/piece/name';
import type { Piece } from '../../core/piece/schema';
import type { asked } from '../crew/crews';
import type { WantedFile } from '../jobs/archive';
import { renderShared } from '../jobs/queue';
import { campaignName } from '../pieces/campaigns';
import { notFound, Problem } from '../problem';
import { isHeavy, withinTarget } from '../slide-ask';
import { type Batch, madeRows, readBatch, rowDocument, rowsOf, rowsToLookAt } from './store';

type How = ReturnType<typeof asked>;

/** The first slide of what was made of a row, as a PNG. @throws Problem 404 */
export async function rowPicture(
  { id, campaign }: Pick<Batch, 'id' | 'campaign'>,
  number: number,
  scale: number,
  how: How,
): Promise<Uint8Array> {
  return png({ piece: await madeOf(id, number), campaign, slide: 0 }, scale, how);
}

/** @throws Problem 404 */
async function madeOf(id: string, number: number): Promise<Piece> {
  const piece = await rowDocument(id, number);
  if (!piece) throw notFound('row that is made');
  return piece;
}

const ownSignal = (how: How): How => ({ ...how, signal: how.signal && AbortSignal.any([how.signal]) });

const png = async (
  at: { piece: Piece; campaign: string; slide: number; size?: string },
  scale: number,
  how: How,
): Promise<Uint8Array> => {
  const ask = { ...at, format: 'png', as: USUAL_ENCODING, scale, about: true } as const;
  return withinTarget(await renderShared(ask, { ...how, heavy: isHeavy(ask) })).bytes;
};

/** The list as CSV: each row's own cells, before them its number and what is wrong with it. */
export async function reportOf(id: string): Promise<string> {
  const { columns } = await readBatch(id);
  return csvOf(
    ['Row', 'Why', ...columns],
    (await rowsToLookAt(id)).map(({ number, why, cells }) => [String(number), why, ...cells]),
  );
}

/** One page of the contact sheet as a PNG. @param page from 1 @throws Problem 404 */
export async function sheetPage(id: string, page: number, how: How): Promise<{ bytes: Buffer; pages: number }> {
  const batch = await readBatch(id),
    numbers = await madeRows(id),
    pages = Math.max(1, Math.ceil(numbers.length / ON_A_SHEET)),
    shown = numbers.slice((page - 1) * ON_A_SHEET, page * ON_A_SHEET);
  if (!shown.length) throw notFound('page of the contact sheet');
  const [size] = batch.template.sizes,
    rows = new Map((await rowsOf(id, shown[0] - 1, shown.at(-1)! - shown[0] + 1)).map((r) => [r.number, r])),
    { piece, cells } = contactSheet(
      batch.name,
      { number: page, of: pages },
      shown.map((number) => {
        const row = rows.get(number);
        return { number, name: row?.name ?? '', verdict: row?.clear ? 'Clear' : 'Needs a hand' };
      }),
      size.width / size.height,
    );
  const laid = await Promise.all(
    shown.map(async (number, i) => {
      const { x, y, width, height } = cells[i];
      return {
        // A signal of its own: what listens to it goes with it.
        input: await sharp(await rowPicture(batch, number, width / size.width, ownSignal(how)))
          .resize(width, height, { fit: 'fill' })
          .toBuffer(),
        left: x,
        top: y,
      };
    }),
  );
  const ground = await png({ piece, campaign: batch.campaign, slide: 0 }, 1, how);
  return { bytes: await sharp(ground).composite(laid).png().toBuffer(), pages };
}

/**
 * The whole contact sheet as a PDF, a page a page.
 * @param pageOf gives a page, where it was made already @throws Problem 404
 */
export async function sheetPdf(
  id: string,
  how: How,
  pageOf: (page: number) => ReturnType<typeof sheetPage> = (page) => sheetPage(id, page, how),
): Promise<Buffer> {
  const first = await pageOf(1),
    { name } = await readBatch(id),
    pdf = new PDFDocument({ autoFirstPage: false, info: { Title: name } }),
    parts: Buffer[] = [];
  pdf.on('data', (b: Buffer) => parts.push(b));
  const ended = new Promise<void>((done) => pdf.on('end', done));
  for (let page = 1; page <= first.pages; page++) {
    const { bytes } = page === 1 ? first : await pageOf(page),
      { width, height } = await sharp(bytes).metadata(),
      // As wide as A4 lies, in points.
      k = 842 / width;
    pdf.addPage({ size: [width * k, height * k], margin: 0 });
    pdf.image(await sharp(bytes).jpeg({ quality: 88 }).toBuffer(), 0, 0, { width: width * k });
  }
  pdf.end();
  await ended;
  return Buffer.concat(parts);
}

/** All pictures of a batch, its contact sheet and its list: the files of its archive. @throws Problem 422 */
export async function batchFiles(id: string, how: How): Promise<{ name: string; files: WantedFile[] }> {
  const batch = await readBatch(id),
    numbers = await madeRows(id);
  if (!numbers.length) throw new Problem(422, 'Nothing is made yet', 'Wait until the first row is done.');
  const campaign = await campaignName(batch.campaign),
    rows = new Map((await rowsOf(id, 0, batch.of)).map((r) => [r.number, r])),
    { slides, sizes } = batch.template,
    many = sizes.length > 1,
    wanted = numbers.flatMap((number) => sizes.flatMap((size) => slides.map((_, slide) => ({ number, size, slide })))),
    digits = String(batch.of).length,
    names = namesOf(
      `{number}-{piece}-{slide}${many ? '-{size}' : ''}`,
      wanted.map(({ number, size, slide }) => ({
        ending: 'png',
        parts: {
          ...partsOf(
            { campaign, piece: rows.get(number)?.name ?? '', slides: slides.length },
            { slide: slide + 1, size, scale: 1, number },
          ),
          number: String(number).padStart(digits, '0'),
        },
      })),
    );
  const files: WantedFile[] = wanted.map(({ number, size, slide }, i) => ({
    name: names[i],
    make: async (signal) => {
      const piece = await madeOf(id, number);
      if (piece.slides[slide].leftOut)
        throw new Problem(422, 'This slide says nothing', `${nameOf(piece)} leaves it out.`);
      return { bytes: await png({ piece, campaign: batch.campaign, slide, size: size.id }, 1, { ...how, signal }) };
    },
  }));
  const pages = Math.ceil(numbers.length / ON_A_SHEET),
    sheets = new Map<number, ReturnType<typeof sheetPage>>();
  /** Each page is made once, for itself and for the PDF. */
  const sheetOf = (page: number, signal: AbortSignal): ReturnType<typeof sheetPage> => {
    let made = sheets.get(page);
    if (!made) sheets.set(page, (made = sheetPage(id, page, { ...how, signal })));
    return made;
  };
  for (let page = 1; page <= pages; page++)
    files.push({
      name: pages > 1 ? `contact-sheet-${page}.png` : 'contact-sheet.png',
      make: async (signal) => ({ bytes: new Uint8Array((await sheetOf(page, signal)).bytes) }),
    });
  files.push({
    name: 'contact-sheet.pdf',
    make: async (signal) => ({
      bytes: new Uint8Array(await sheetPdf(id, { ...how, signal }, (page) => sheetOf(page, signal))),
    }),
  });
  if ((await rowsToLookAt(id)).length)
    files.push({
      name: 'rows-to-look-at.csv',
      make: async () => ({ bytes: new TextEncoder().encode(await reportOf(id)) }),
    });
  return { name: `${pieceInName(batch.name)}.zip`, files };
}
