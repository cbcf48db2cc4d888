// Templates: listed by themselves, filled and solved on the server.
import sharp from 'sharp';
import { makeFade } from '../../src/core/kinds/fade';
import { makePhoto } from '../../src/core/kinds/photo';
import { makeText } from '../../src/core/kinds/text';
import { fillingOf } from '../../src/core/filling/fill';
import { makePiece } from '../../src/core/piece/make';
import { asTemplate, guessedRoles } from '../../src/core/piece/roles';
import type { Piece } from '../../src/core/piece/schema';
import type { Subject } from '../../src/core/values/photo';
import { keepAsset } from '../../src/server/assets';
import { closeCrews } from '../../src/server/crew/crews';
import { fromTemplate } from '../../src/server/crew/tasks';
import { closeDatabase, database } from '../../src/server/database';
import { changePieces } from '../../src/server/pieces/changes';
import { createCampaign, listCampaigns } from '../../src/server/pieces/campaigns';
import { listPieces, listTemplates } from '../../src/server/pieces/list';
import { createPiece, savePiece } from '../../src/server/pieces/store';
import { asked } from './asked';

const grey = (value: number): Promise<Buffer> =>
  sharp({ create: { width: 300, height: 300, channels: 3, background: { r: value, g: value, b: value } } })
    .png()
    .toBuffer();
const answer = async (...ask: Parameters<typeof asked>): Promise<{ status: number; body: never }> => {
  const r = await asked(...ask);
  return { status: r.status, body: (await r.json()) as never };
};

let campaign: string, bright: string, template: Piece;
beforeAll(async () => {
  campaign = (await createCampaign('Templates')).id;
  const dark = (await keepAsset(await grey(20), 'Dark.png')).id;
  bright = (await keepAsset(await grey(225), 'Bright.png')).id;
  const piece = makePiece(
    'Card',
    { width: 400, height: 400, shownWidth: 375 },
    () => 's',
    (z) => [
      makePhoto('photo', dark, 'Dark', z),
      makeFade('fade', '#101010', 0.4, z, { solid: 0.4, reach: 0.9 }),
      { ...makeText('headline', 'Slow trains', z, '#ffffff'), box: { x: 30, y: 300, width: 340, height: 60 } },
    ],
  );
  template = asTemplate(piece, 'Card', guessedRoles(piece));
});
afterAll(async () => {
  closeCrews();
  await closeDatabase();
});

it('are listed by themselves, not among the pieces, and are not counted', async () => {
  const before = (await listCampaigns()).find((c) => c.id === campaign)!.pieces,
    { id } = await createPiece(template, campaign);
  expect((await listTemplates({ limit: 50 })).items.map((t) => t.id)).toContain(id);
  expect((await listPieces({ limit: 50, campaign })).items.map((p) => p.id)).not.toContain(id);
  expect((await listCampaigns()).find((c) => c.id === campaign)!.pieces).toBe(before);
  // One that is made an ordinary piece again goes back among them.
  const { template: _is, ...plain } = template;
  await savePiece(id, 1, plain);
  expect((await listPieces({ limit: 50, campaign })).items.map((p) => p.id)).toContain(id);
  await savePiece(id, 2, template);
  await changePieces([id], { binned: true });
  expect((await listTemplates({ limit: 50 })).items.map((t) => t.id)).not.toContain(id);
  expect((await listPieces({ limit: 50, bin: true })).items.find((p) => p.id === id)).toMatchObject({ template: true });
});

it('one that cannot be opened is left out, and said to be damaged', async () => {
  const { id } = await createPiece(template, campaign);
  await database()('pieces').where({ id }).update({ document: '{"format":"plavo-piece"}' });
  expect((await listTemplates({ limit: 50 })).items.map((t) => t.id)).not.toContain(id);
  expect(await database()('pieces').where({ id }).first('damaged')).toMatchObject({ damaged: 1 });
});

it('what is in a photo is looked for once: it is kept with the picture, and what is kept is taken', async () => {
  const made = async (value: number, subject: Subject | null): Promise<Subject | null | undefined> => {
    const { id: asset } = await keepAsset(await grey(value), `${value}.png`),
      photo = { asset, name: 'Grey', width: 300, height: 300 };
    if (subject)
      await database()('assets')
        .where({ id: asset })
        .update({ subject: JSON.stringify({ ...subject, of: asset }) });
    const { piece } = await fromTemplate({
        piece: template,
        campaign,
        slide: 0,
        filling: fillingOf(template, { photo, headline: 'Night trains', lines: [], logo: null }),
      }),
      row = (await database()('assets').where({ id: asset }).first('subject')) as { subject: string | null };
    expect(JSON.parse(row.subject!)).toMatchObject({ of: asset });
    return piece.slides[0].layers.find((l) => l.kind === 'photo')?.subject;
  };
  // Nothing is in an even grey, but for who says so.
  expect((await made(60, null))?.boxes).toEqual([]);
  const boxes = [{ x: 0.1, y: 0.2, width: 0.3, height: 0.3, what: 'cup' }];
  expect((await made(61, { of: '', boxes, said: false }))?.boxes).toEqual(boxes);
});

it('a bright photo in a dark one’s place is as much darkened as it needs', async () => {
  const photo = { asset: bright, name: 'Bright', width: 300, height: 300 },
    { piece, outcomes, tooLong } = await fromTemplate({
      piece: template,
      campaign,
      slide: 0,
      filling: fillingOf(template, { photo, headline: 'Night trains', lines: [], logo: null }),
    });
  expect(outcomes).toMatchObject([{ clear: true, readings: [{ verdict: 'clear', letters: [] }] }]);
  expect(tooLong).toEqual([]);
  expect(piece.slides[0].layers.find((l) => l.id === 'fade')!.opacity).toBeGreaterThan(0.3);
});

it('over HTTP: listed with documents, refused in words', async () => {
  const { id } = await createPiece(template, campaign),
    list = await answer('GET', '/api/templates?limit=5');
  expect(list.status).toBe(200);
  expect((list.body as { items: { id: string; piece: Piece }[] }).items[0]).toMatchObject({
    piece: { template: true },
  });
  const plain = await createPiece({ ...template, template: undefined }, campaign);
  expect(await answer('POST', `/api/templates/${plain.id}/pieces`, { headline: 'A' })).toMatchObject({
    status: 422,
    body: { title: 'It is no template' },
  });
  expect(await answer('POST', `/api/templates/${id}/pieces`, { photo: 'f'.repeat(64) })).toMatchObject({
    status: 422,
    body: { title: 'The picture is not here', errors: [{ path: '/photo' }] },
  });
  expect(await answer('POST', `/api/templates/${id}/pieces`, { headline: 7 })).toMatchObject({ status: 400 });
  expect(await answer('POST', '/api/templates/none/pieces', {})).toMatchObject({ status: 404 });
});
