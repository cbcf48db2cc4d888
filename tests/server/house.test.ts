// House styles over HTTP: replaced over a revision, tried before they are saved, out and in as files.
import { asked } from './asked';
import { NO_HOUSE } from '../../src/core/house/styled';
import { makeText } from '../../src/core/kinds/text';
import { makePiece } from '../../src/core/piece/make';
import { ids } from '../../src/core/testing/scenes';
import type { HouseStyle, TextStyle } from '../../src/core/values/house';
import { solid } from '../../src/core/values/made';
import { closeCrews } from '../../src/server/crew/crews';
import { closeDatabase, database } from '../../src/server/database';
import { dispatch } from '../../src/server/endpoints/dispatch';
import type { PreviewPart } from '../../src/server/house-preview';
import { createCampaign } from '../../src/server/pieces/campaigns';
import { saveHouse } from '../../src/server/pieces/house';
import { createPiece, readPiece } from '../../src/server/pieces/store';

afterAll(async () => {
  closeCrews();
  await closeDatabase();
});

const big: TextStyle = {
  id: 'big',
  name: 'Big',
  use: 'headline',
  font: { family: 'Archivo', weight: 800, italic: false },
  size: 0.1,
  letterSpacing: 0,
  lineHeight: 1,
  case: 'as-typed',
  colour: null,
  shadow: null,
};
const style: HouseStyle = {
  ...NO_HOUSE,
  swatches: [{ id: 'ink', name: 'Ink', colour: '#101820', house: true, role: 'text' }],
  textStyles: [big],
};

/** A campaign with a piece whose text is in a house colour, one whose text is in a style, and one that has neither. */
async function campaign(): Promise<{ id: string; linked: string; styled: string; own: string }> {
  const { id } = await createCampaign('House over HTTP');
  await saveHouse(id, 0, style);
  const made = async (name: string, text: object): Promise<string> => {
    const piece = makePiece(name, { width: 400, height: 300, shownWidth: 400 }, ids(), (size) => [
      // Near the other, and read first: the two are not taken for each other.
      { ...makeText('above', 'From 2 May', size, '#101820'), box: { x: 20, y: 100, width: 300, height: 40 } },
      { ...makeText('t', 'Slow trains', size, '#101820'), ...text },
    ]);
    return (await createPiece({ ...piece, swatches: style.swatches, house: { ...NO_KNOWN, textStyles: [big] } }, id))
      .id;
  };
  return {
    id,
    linked: await made('Linked', { fill: solid({ swatch: 'ink' }) }),
    styled: await made('Styled', { style: 'big', font: big.font, fontSize: 40, lineHeight: 1 }),
    own: await made('Own', {}),
  };
}
const NO_KNOWN = { textStyles: [], shadows: [], tone: null, treatment: null };

/** Line by line, as it becomes known. */
async function previewed(id: string, house: HouseStyle): Promise<PreviewPart[]> {
  const r = await dispatch(
    new Request(`http://127.0.0.1/api/campaigns/${id}/house/preview`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', accept: 'application/x-ndjson' },
      body: JSON.stringify(house),
    }),
  );
  expect(r.status).toBe(200);
  return (await r.text())
    .trim()
    .split('\n')
    .flatMap((line) => (JSON.parse(line) as { part?: PreviewPart }).part ?? []);
}

it('shows which pieces a house style would change, with pictures and verdicts, and changes nothing', async () => {
  const { id, linked, styled } = await campaign(),
    // White letters on white paper.
    other: HouseStyle = {
      ...style,
      swatches: [{ ...style.swatches[0], colour: '#ffffff' }],
      textStyles: [{ ...big, size: 0.2 }],
    },
    parts = await previewed(id, other);
  expect(parts[0]).toEqual({
    is: 'pieces',
    pieces: [
      { id: linked, name: 'Linked', slides: [1] },
      { id: styled, name: 'Styled', slides: [1] },
    ],
  });
  const standings = new Map(parts.flatMap((p) => (p.is === 'standings' ? [[p.id, p]] : [])));
  expect(standings.get(linked)).toMatchObject({ before: { verdict: 'clear' }, after: { verdict: 'lost', ratio: 1 } });
  expect(standings.get(styled)).toMatchObject({ before: { verdict: 'clear' }, after: { verdict: 'clear' } });
  // How each would look first: that is what is looked at.
  expect(parts.map((p) => (p.is === 'picture' ? p.of : p.is))).toEqual([
    'pieces',
    'after',
    'after',
    'standings',
    'standings',
    'before',
    'before',
  ]);
  const pictures = parts.flatMap((p) => (p.is === 'picture' ? p.picture : []));
  expect(pictures.every((p) => p.startsWith('data:image/jpeg;base64,'))).toBe(true);
  expect(new Set(pictures).size).toBe(4);
  expect((await readPiece(linked)).piece.swatches[0].colour).toBe('#101820');
  expect(await previewed(id, style)).toEqual([{ is: 'pieces', pieces: [] }]);
});

it('without lines it is one answer; a damaged piece costs the others nothing', async () => {
  const { id, linked, own } = await campaign();
  await database()('pieces').where({ id: linked }).update({ document: '{"format":"plavo-piece"' });
  const r = await asked('POST', `/api/campaigns/${id}/house/preview`, {
    ...style,
    textStyles: [{ ...big, size: 0.2 }],
  });
  expect(await r.json()).toMatchObject([{ name: 'Styled', pictures: {}, after: { verdict: 'clear' } }]);
  expect((await readPiece(own)).piece.name).toBe('Own');
});

it('what is not whole is refused with its path; saved, pieces follow', async () => {
  const { id, styled } = await campaign(),
    put = (house: unknown, over = 1): Promise<Response> =>
      dispatch(
        new Request(`http://127.0.0.1/api/campaigns/${id}/house`, {
          method: 'PUT',
          headers: { 'content-type': 'application/json', 'if-match': `"${over}"` },
          body: JSON.stringify(house),
        }),
      );
  const faulty: [object, RegExp][] = [
    [{ ...style, textStyles: [{ ...big, colour: { swatch: 'gone' } }] }, /no colour gone/],
    [{ ...style, textStyles: [{ ...big, shadow: 'gone' }] }, /no shadow gone/],
    [{ ...style, textStyles: [big, big] }, /two have the id/],
    [{ ...style, swatches: [style.swatches[0], { ...style.swatches[0], id: 'b' }] }, /there for the same/],
    [{ ...style, logos: [{ id: 'l', name: 'L', asset: 'f'.repeat(64), width: 9, height: 9 }] }, /logo is not here/],
  ];
  for (const [house, says] of faulty) {
    const r = await put(house);
    expect([400, 422]).toContain(r.status);
    expect(await r.text()).toMatch(says);
  }
  expect((await put({ ...style, textStyles: [{ ...big, size: 0.2 }] })).status).toBe(200);
  expect((await readPiece(styled)).piece.slides[0].layers[1]).toMatchObject({ fontSize: 80 });
  const conflict = await put(style, 1);
  expect(conflict.status).toBe(409);
  expect(await conflict.json()).toMatchObject({ revision: 2, house: { textStyles: [{ size: 0.2 }] } });
});

it('goes out as tokens and CSS, and comes in again; a campaign’s file has it whole', async () => {
  const { id } = await campaign(),
    tokens = (await (await asked('GET', `/api/campaigns/${id}/tokens`)).json()) as Record<string, unknown>;
  expect(tokens).toMatchObject({ role: { text: { $value: '{colour.Ink}' } }, type: { $type: 'typography' } });
  expect(await (await asked('GET', `/api/campaigns/${id}/css`)).text()).toMatch(
    /--house-role-text: var\(--house-ink\)/,
  );
  const { id: other } = await createCampaign('Another house');
  expect(await (await asked('POST', `/api/campaigns/${other}/tokens`, tokens)).json()).toEqual({
    added: 2,
    changed: 1,
    notes: [],
  });
  expect(await (await asked('GET', `/api/campaigns/${other}/house`)).json()).toMatchObject({
    swatches: [{ name: 'Ink', role: 'text' }],
    textStyles: [{ name: 'Big', size: 0.1 }],
  });
});
