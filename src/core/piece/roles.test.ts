// Places of templates: which layers seem to be what, and pieces that become templates.
import { makePhoto, makePicture } from '../kinds/photo';
import { makeText } from '../kinds/text';
import { makeTint } from '../kinds/tint';
import { scene } from '../testing/scenes';
import { asTemplate, guessedRoles, placeKey, placesOf } from './roles';
import { PieceSchema } from './schema';

const asset = 'a'.repeat(64);
const { piece, slide } = scene((z) => [
  makePhoto('photo', asset, 'Lake', z),
  makeTint('tint', '#000000', 0.3, z),
  { ...makeText('small', 'From 2 May', z), fontSize: 20, box: { x: 40, y: 20, width: 300, height: 30 } },
  { ...makeText('big', 'Slow trains', z), fontSize: 60, box: { x: 40, y: 80, width: 300, height: 70 } },
  { ...makeText('gone', 'Hidden', z), fontSize: 90, visible: false },
  makePicture('mark', asset, 'Mark', z, { width: 10, height: 10 }),
]);
const key = (layer: string): string => placeKey(slide.id, layer);

it('guesses photo, headline, line and logo, and leaves what is hidden', () => {
  expect(Object.fromEntries(guessedRoles(piece))).toEqual({
    [key('photo')]: 'photo',
    [key('small')]: 'line',
    [key('big')]: 'headline',
    [key('mark')]: 'logo',
  });
});

it('what was said before is not guessed again', () => {
  const said = asTemplate(piece, 'Card', new Map([[key('big'), 'line']]));
  expect(guessedRoles(said).get(key('big'))).toBe('line');
});

it('a template is a valid piece; its places are listed photo first, and as they are read', () => {
  const template = asTemplate(piece, 'Card', guessedRoles(piece));
  expect(PieceSchema.safeParse(template).success).toBe(true);
  expect(template).toMatchObject({ name: 'Card', named: true, template: true });
  expect(placesOf(template).map((p) => [p.layer, p.role, p.words])).toEqual([
    ['photo', 'photo', ''],
    ['big', 'headline', 'Slow trains'],
    ['small', 'line', 'From 2 May'],
    ['mark', 'logo', ''],
  ]);
});

it('a place that is taken back stays as it is; a role that a layer cannot have is none', () => {
  const template = asTemplate(piece, 'Card', guessedRoles(piece)),
    less = asTemplate(template, 'Card', new Map([[key('big'), 'headline']]));
  expect(placesOf(less).map((p) => p.layer)).toEqual(['big']);
  expect(Object.keys(less.slides[0].layers[0])).not.toContain('role');
  const wrong = { ...less, slides: [{ ...slide, layers: [{ ...slide.layers[1], role: 'headline' as const }] }] };
  expect(placesOf(wrong)).toEqual([]);
});

it('a piece without roles is the same to the byte when it is read again', () => {
  expect(JSON.stringify(PieceSchema.parse(JSON.parse(JSON.stringify(piece))))).not.toContain('role');
});
