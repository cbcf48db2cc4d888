// Lists of pieces against a real database: filtered, sorted, searched, changed together; covers and the calendar.
import { SORT_IDS, type SortId } from '../../src/contract/pieces';
import { makeText } from '../../src/core/kinds/text';
import { makeTint } from '../../src/core/kinds/tint';
import { NO_HOUSE } from '../../src/core/house/styled';
import { makePiece } from '../../src/core/piece/make';
import type { Piece } from '../../src/core/piece/schema';
import { ids } from '../../src/core/testing/scenes';
import { closeDatabase, database } from '../../src/server/database';
import { changeCampaign, createCampaign, listCampaigns } from '../../src/server/pieces/campaigns';
import { changePieces, copyPieces } from '../../src/server/pieces/changes';
import { saveHouse } from '../../src/server/pieces/house';
import { listPieces, traitsThere, type Wanted } from '../../src/server/pieces/list';
import { noteOldTraits } from '../../src/server/pieces/old-traits';
import { keepStanding } from '../../src/server/pieces/standings';
import { createPiece, readPiece, savePiece } from '../../src/server/pieces/store';
import { calendarOf } from '../../src/server/posting/calendar';
import { asked } from './asked';

afterAll(closeDatabase);

let campaign: string;
const made: Record<string, string> = {};
const piece = (name: string, words: string, font: string, colour: string, destination: string): Piece => ({
  ...makePiece(name, { destination }, ids(), (size) => [
    makeTint('tint', colour, 0.5, size),
    { ...makeText('text', words, size), name: `Line of ${name}`, font: { family: font, weight: 700, italic: false } },
  ]),
  named: true,
});

beforeAll(async () => {
  campaign = (await createCampaign('Lists')).id;
  const all: [string, Piece][] = [
    ['a', piece('Alder', 'Slow trains', 'Lora', '#2f4a3c', 'square-post')],
    ['b', piece('beech', 'Long views', 'Anton', '#e0a030', 'story')],
    ['c', piece('Cedar', 'First snow', 'Lora', '#304b3d', 'story')],
    ['d', piece('Dogwood', 'Late lamps', 'Anton', '#102040', 'square-post')],
  ];
  for (const [key, document] of all) made[key] = (await createPiece(document, campaign)).id;
});

const names = async (w: Wanted & { sort?: SortId; order?: 'asc' | 'desc' }): Promise<string[]> =>
  (await listPieces({ limit: 50, campaign, ...w })).items.map((p) => p.name);

describe('which pieces', () => {
  it('by destination, font, a colour an eye takes for the same, and all of these together', async () => {
    expect((await names({ destination: 'story' })).sort()).toEqual(['Cedar', 'beech']);
    expect((await names({ font: 'Anton' })).sort()).toEqual(['Dogwood', 'beech']);
    expect((await names({ colour: '#2f4a3c' })).sort()).toEqual(['Alder', 'Cedar']);
    expect(await names({ colour: '#2f4a3c', destination: 'story', font: 'Lora' })).toEqual(['Cedar']);
    expect(await names({ colour: '#ff00ff' })).toEqual([]);
  });

  it('by the day they changed on', async () => {
    await database()('pieces')
      .where({ id: made.a })
      .update({ changed_at: new Date('2026-03-09T23:30:00Z') });
    expect(await names({ from: '2026-03-09', to: '2026-03-09' })).toEqual(['Alder']);
    expect(await names({ to: '2026-03-08' })).toEqual([]);
    expect(await names({ from: '2026-03-10' })).not.toContain('Alder');
  });

  it('searched over names of parts as well, signs of patterns as they stand', async () => {
    expect(await names({ search: 'line of CEDAR' })).toEqual(['Cedar']);
    expect(await names({ search: '.*' })).toEqual([]);
    expect(await names({ search: '(' })).toEqual([]);
  });

  it('says how many there are, on the first page', async () => {
    const first = await listPieces({ limit: 3, campaign });
    expect(first.total).toBe(4);
    expect((await listPieces({ limit: 3, campaign, cursor: first.next! })).total).toBeNull();
  });

  it('tells by what they can be found', async () => {
    const there = await traitsThere({ campaign });
    expect(there.font).toEqual([
      { value: 'Anton', name: 'Anton', pieces: 2 },
      { value: 'Lora', name: 'Lora', pieces: 2 },
    ]);
    expect(there.destination.map((d) => [d.value, d.pieces])).toEqual([
      ['square-post', 2],
      ['story', 2],
    ]);
    expect(there.colour.map((c) => c.value)).toContain('#e0a030');
  });

  it('a save notes them anew; what older versions left is looked through', async () => {
    const { piece: now, revision } = await readPiece(made.d);
    await savePiece(made.d, revision, {
      ...now,
      slides: now.slides.map((s) => ({ ...s, layers: s.layers.filter((l) => l.kind !== 'text') })),
    });
    expect(await names({ font: 'Anton' })).toEqual(['beech']);
    await database()('piece_traits').where({ piece_id: made.b }).delete();
    await database()('pieces').where({ id: made.b }).update({ traits_of: null, words: '' });
    expect(await names({ font: 'Anton' })).toEqual([]);
    expect(await noteOldTraits()).toBeGreaterThanOrEqual(1);
    expect(await names({ font: 'Anton', search: 'long views' })).toEqual(['beech']);
  });
});

describe('in which order', () => {
  const clear = { verdict: 'clear', ratio: 6, needed: 3, kept: 80 } as const;
  beforeAll(async () => {
    await keepStanding(made.a, 1, '1.0', clear);
    await keepStanding(made.b, 1, '1.0', { verdict: 'lost', ratio: 1.2, needed: 3, kept: 95 });
    await keepStanding(made.c, 1, '1.0', { ...clear, ratio: 3.1, kept: 40 });
  });

  it('by name without minding case, weakest first, least kept first; what nobody read comes last', async () => {
    expect(await names({ sort: 'name' })).toEqual(['Alder', 'beech', 'Cedar', 'Dogwood']);
    expect(await names({ sort: 'name', order: 'desc' })).toEqual(['Dogwood', 'Cedar', 'beech', 'Alder']);
    expect(await names({ sort: 'verdict' })).toEqual(['beech', 'Cedar', 'Alder', 'Dogwood']);
    expect(await names({ sort: 'kept' })).toEqual(['Cedar', 'Alder', 'beech', 'Dogwood']);
    expect((await names({ verdict: 'clear' })).sort()).toEqual(['Alder', 'Cedar']);
    expect(await names({ verdict: 'unread' })).toEqual(['Dogwood']);
  });

  it('every order goes on where its page ended, and misses and doubles nothing', async () => {
    for (const sort of SORT_IDS)
      for (const order of ['asc', 'desc'] as const) {
        const whole = (await listPieces({ limit: 50, campaign, sort, order })).items.map((p) => p.id),
          parts: string[] = [];
        for (let cursor: string | undefined, n = 0; n < 9; n++) {
          const page = await listPieces({ limit: 1, campaign, sort, order, cursor });
          parts.push(...page.items.map((p) => p.id));
          if (!page.next) break;
          cursor = page.next;
        }
        expect([sort, order, parts]).toEqual([sort, order, whole]);
      }
  });

  it('a standing is of the look it was read in: a save, or another house colour, and nobody has read it', async () => {
    expect((await listPieces({ limit: 9, campaign, search: 'beech' })).items[0].standing).toMatchObject({
      verdict: 'lost',
      kept: 95,
    });
    await saveHouse(campaign, 0, NO_HOUSE);
    expect((await listPieces({ limit: 9, campaign })).items.map((p) => p.standing)).toEqual([null, null, null, null]);
    expect((await names({ verdict: 'unread' })).length).toBe(4);
  });

  it('a cursor from elsewhere is refused in words', async () => {
    for (const cursor of ['x', '%00', Buffer.from('[{},1]').toString('base64url')])
      await expect(listPieces({ limit: 3, cursor })).rejects.toMatchObject({ status: 400 });
  });
});

describe('several at once', () => {
  it('archived and back, moved; where one is not there, none is changed', async () => {
    await changePieces([made.a, made.b], { archived: true });
    expect((await names({})).sort()).toEqual(['Cedar', 'Dogwood']);
    expect((await names({ archived: true })).sort()).toEqual(['Alder', 'beech']);
    await expect(changePieces([made.a, 'nowhere'], { archived: false })).rejects.toMatchObject({ status: 404 });
    expect((await names({ archived: true })).sort()).toEqual(['Alder', 'beech']);
    await changePieces([made.a, made.b], { archived: false });
    expect(await names({ archived: true })).toEqual([]);
  });

  it('copies lie beside them; in the bin nothing is changed but that', async () => {
    const copies = await copyPieces([made.a, made.c]);
    expect(copies.map((p) => p.name)).toEqual(['Alder (copy)', 'Cedar (copy)']);
    const copied = copies.map((p) => p.id);
    await changePieces(copied, { binned: true });
    await expect(changePieces(copied, { archived: true })).rejects.toMatchObject({ status: 404 });
    expect((await names({})).length).toBe(4);
  });

  it('over HTTP: a change says what is wrong with it', async () => {
    expect((await asked('POST', '/api/pieces/changes', { ids: [], archived: true })).status).toBe(400);
    expect((await asked('POST', '/api/pieces/changes', { ids: [made.a], dueOn: '2026-02-30' })).status).toBe(400);
    expect((await asked('GET', `/api/pieces/traits?campaign=${campaign}`)).status).toBe(200);
    expect((await asked('GET', '/api/pieces?sort=size')).status).toBe(400);
  });
});

describe('covers and the calendar', () => {
  it('a campaign is known by its latest piece, or by a chosen one while that is in it', async () => {
    const cover = async () => (await listCampaigns(campaign))[0];
    expect((await cover()).coverChosen).toBe(false);
    await changeCampaign(campaign, { cover: made.b, name: 'Lists of it' });
    expect(await cover()).toMatchObject({ name: 'Lists of it', coverChosen: true, cover: { id: made.b } });
    await changePieces([made.b], { binned: true });
    expect((await cover()).coverChosen).toBe(false);
    await changePieces([made.b], { binned: false });
    const other = await createCampaign('Other');
    await expect(changeCampaign(other.id, { cover: made.b })).rejects.toMatchObject({ status: 422 });
    await expect(changeCampaign('nowhere', { name: 'x' })).rejects.toMatchObject({ status: 404 });
  });

  it('shows what is due between two days, and not what is archived', async () => {
    await changePieces([made.a], { dueOn: '2026-05-02' });
    await changePieces([made.b], { dueOn: '2026-05-31' });
    const due = async (): Promise<string[]> => (await calendarOf('2026-05-01', '2026-05-30')).due.map((p) => p.name);
    expect(await due()).toEqual(['Alder']);
    expect((await listPieces({ limit: 9, campaign, sort: 'due' })).items.map((p) => p.dueOn)).toEqual([
      '2026-05-02',
      '2026-05-31',
      null,
      null,
    ]);
    await changePieces([made.a], { archived: true });
    expect(await due()).toEqual([]);
    await expect(calendarOf('2026-05-02', '2026-05-01')).rejects.toMatchObject({ status: 400 });
  });
});
