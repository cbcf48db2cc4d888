// Pictures in frames, and the ground of a picture taken for its slide.
import { makeFill } from '../kinds/fill';
import { makePhoto, makePicture, type PhotoLayer } from '../kinds/photo';
import { edgeColour } from '../photo/margin';
import { picture } from '../testing/pixels';
import { ids, scene } from '../testing/scenes';
import { groundOf, withGround } from './ground';
import { membersOf } from './groups';
import { mountPicture, MOUNTS } from './mount';
import { PieceSchema } from './schema';

const ASSET = 'a'.repeat(64);
const begun = (more: Partial<PhotoLayer> = {}) =>
  scene(
    (z) => [
      makeFill('ground', '#203040', z),
      { ...makePicture('shot', ASSET, 'Screenshot', z, { width: 800, height: 500 }), ...more },
    ],
    1080,
    1350,
  );

it.each(MOUNTS)('%s: the picture stays where it is, what is new lies behind it and belongs to it', (mount) => {
  const { piece, slide } = begun(),
    { piece: made, ids: whole } = mountPicture(piece, slide.id, 'shot', mount, ids('new')),
    [after] = made.slides,
    shot = after.layers.find((l) => l.id === 'shot') as PhotoLayer;
  expect(PieceSchema.safeParse(made).error).toBeUndefined();
  expect(shot.box).toEqual(slide.layers[1].box);
  expect(shot.mask?.form).toBe('rectangle');
  expect(after.layers.at(-1)!.id).toBe('shot');
  expect(whole).toHaveLength(mount === 'corners' ? 1 : 3);
  if (mount === 'corners') return;
  expect(membersOf(after, shot.group!)).toEqual(whole);
  const frame = after.layers.find((l) => l.id === whole[0])!.box;
  expect(frame.x).toBeLessThan(shot.box.x);
  expect(frame.y).toBeLessThan(shot.box.y);
  expect(frame.x + frame.width).toBeGreaterThan(shot.box.x + shot.box.width);
  expect(frame.y + frame.height).toBeGreaterThan(shot.box.y + shot.box.height);
});
it('only pictures of the message are put into frames; a turned one keeps its turn', () => {
  const { piece, slide } = begun({ rotation: 8 });
  expect(mountPicture(piece, slide.id, 'ground', 'window', ids()).piece).toBe(piece);
  const { piece: made, ids: whole } = mountPicture(piece, slide.id, 'shot', 'phone', ids('new'));
  expect(whole).toHaveLength(2);
  expect(made.slides[0].layers.find((l) => l.id === whole[0])!.rotation).toBe(8);
});

it('the ground of a picture is the colour of its edges, where they have one', () => {
  const screen = picture(60, 40, (x, y) =>
    x > 5 && x < 50 && y > 4 && y < 30 ? [(x * 7) & 255, 0, 0] : [244, 239, 230],
  );
  expect(edgeColour(screen)).toBe('#f4efe6');
  expect(edgeColour(picture(60, 40, (x) => (x < 30 ? [0, 0, 0] : [255, 255, 255])))).toBeNull();
  expect(edgeColour(picture(60, 40, () => [200, 200, 200, 0]))).toBeNull();
});
it('taken for the slide it changes the ground there is, or lies over a photo', () => {
  const { piece, slide } = begun(),
    plain = withGround(piece, slide.id, '#f4efe6', ids());
  expect(groundOf(plain, plain.slides[0])).toEqual({ hex: '#f4efe6', layer: 'ground' });
  const bare = { ...piece, slides: [{ ...slide, layers: slide.layers.slice(1) }] };
  expect(withGround(bare, slide.id, '#f4efe6', ids()).slides[0].paper).toBe('#f4efe6');
  const photo = { ...piece, slides: [{ ...slide, layers: [makePhoto('p', ASSET, 'P', piece.sizes[0])] }] },
    over = withGround(photo, slide.id, '#f4efe6', ids('new'));
  expect(over.slides[0].layers.map((l) => l.kind)).toEqual(['photo', 'fill']);
  expect(groundOf(over, over.slides[0])?.hex).toBe('#f4efe6');
});
