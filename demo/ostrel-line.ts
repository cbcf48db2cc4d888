// The demo campaign: a small scenic mountain railway that re-opens for the season. All of it is made up.
import { inFiveSizes, inThreeLayouts, withPictures } from './sizes';
import { makeBorder } from '../src/core/kinds/border';
import { FADE_SIDES, makeFade } from '../src/core/kinds/fade';
import { makeFill } from '../src/core/kinds/fill';
import { withHouse } from '../src/core/house/follow';
import { isText, type Layer } from '../src/core/kinds/layers';
import { makePhoto, makePicture, type PhotoLayer } from '../src/core/kinds/photo';
import { makePlate } from '../src/core/kinds/plate';
import { makeShape } from '../src/core/kinds/shape';
import type { TextLayer } from '../src/core/kinds/text';
import { makeText } from '../src/core/kinds/text';
import { makeTint } from '../src/core/kinds/tint';
import { emptySlide, makePiece } from '../src/core/piece/make';
import { mountPicture } from '../src/core/piece/mount';
import type { Piece } from '../src/core/piece/schema';
import type { Fill, Swatch } from '../src/core/values/fill';
import { NO_ROOM, gradientThrough, makeBacking, solid } from '../src/core/values/made';
import type { Frame } from '../src/core/values/motion';
import type { HouseStyle, TextStyle } from '../src/core/values/house';
import type { Cut } from '../src/core/values/photo';
import { PLAIN_TONE, type SwatchRole } from '../src/core/values/plain';
import { plainGradient } from '../src/core/values/swatches';
import type { TileId } from '../src/core/values/tiles';

/** House colours. */
export const COLOURS = { spruce: '#1d3b2f', amber: '#f2a31b', snow: '#f5f7f8', slate: '#3d5468', lichen: '#b9bd6a' };

export const PICTURES = [
  { file: 'lake-sill-winter.jpg', title: 'Lake Sill in winter', tags: ['lake', 'mountain', 'winter', 'snow'] },
  { file: 'hollin-dawn.jpg', title: 'Hollin Pass at dawn', tags: ['mountain', 'dawn', 'sky', 'pass'] },
  { file: 'morning-mist.jpg', title: 'Morning mist', tags: ['forest', 'mist', 'trees'] },
  { file: 'cairn-evening.jpg', title: 'Cairn Head, evening', tags: ['mountain', 'evening', 'warm'] },
  { file: 'lake-sill-autumn.jpg', title: 'Lake Sill in autumn', tags: ['lake', 'autumn', 'mountain'] },
  { file: 'enamel-cup.jpg', title: 'Enamel cup', tags: ['cup', 'table', 'still', 'warm'] },
  { file: 'wet-window.jpg', title: 'Wet window at night', tags: ['night', 'rain', 'lights'] },
  { file: 'varn-fog.jpg', title: 'Fog on Varn Water', tags: ['fog', 'lake', 'calm'] },
  { file: 'forest-slope.jpg', title: 'Forest slope', tags: ['forest', 'trees', 'busy'] },
  { file: 'platform-figure.jpg', title: 'Waiting at Varn Halt', tags: ['person', 'platform', 'morning'] },
  { file: 'guards-watch.jpg', title: 'The guard’s watch', tags: ['watch', 'hand', 'detail'] },
  { file: 'ballast.jpg', title: 'Ballast', tags: ['stones', 'track', 'busy'] },
  { file: 'snowed-rail.jpg', title: 'Rail in the snow', tags: ['rail', 'snow', 'winter'] },
  { file: 'water-glass.jpg', title: 'Water on the sill', tags: ['glass', 'water', 'still'] },
  { file: 'morning-dew.jpg', title: 'Morning dew', tags: ['grass', 'dew', 'macro'] },
  { file: 'hollin-snow.webp', title: 'Snow over Hollin Pass', tags: ['snow', 'moving'] },
  { file: 'timetable.png', title: 'Timetable on a phone', tags: ['phone', 'timetable'] },
  { file: 'ostrel-mark.svg', title: 'Ostrel Line mark', tags: ['logo', 'mark'] },
];

const linked = (swatch: keyof typeof COLOURS) => ({ swatch });

/** The dawn over the pass: used as a gradient by several pieces. */
const DAWN: Swatch = {
  id: 'dawn',
  name: 'Dawn',
  gradient: plainGradient(
    {
      ...gradientThrough([COLOURS.slate, '#9c6558', '#f6dca6'], { angle: 90 }),
      stops: gradientThrough([COLOURS.slate, '#9c6558', '#f6dca6']).stops.map((s, i) => ({
        ...s,
        at: [0, 0.58, 1][i],
      })),
    },
    { swatches: [] },
  ),
  house: true,
};

/** The light of the lamps: over a picture and in a word at once. */
const LAMPLIGHT: Swatch = {
  id: 'lamplight',
  name: 'Lamplight',
  gradient: plainGradient(gradientThrough(['#f8e3b4', COLOURS.amber], { angle: 20 }), { swatches: [] }),
  house: true,
};

/** What the colours are there for. */
const ROLE_OF: Record<keyof typeof COLOURS, SwatchRole> = {
  spruce: 'ground',
  amber: 'accent',
  snow: 'text',
  slate: 'panel',
  lichen: 'muted',
};

export const swatches: Swatch[] = [
  ...(Object.keys(COLOURS) as (keyof typeof COLOURS)[]).map((name) => ({
    id: name,
    name: name[0].toUpperCase() + name.slice(1),
    colour: COLOURS[name],
    house: true,
    role: ROLE_OF[name],
  })),
  DAWN,
  LAMPLIGHT,
];

const textStyle = (
  id: string,
  name: string,
  use: TextStyle['use'],
  family: string,
  weight: number,
  size: number,
  more: Partial<TextStyle> = {},
): TextStyle => ({
  id,
  name,
  use,
  font: { family, weight, italic: false },
  size,
  letterSpacing: 0,
  lineHeight: 1.2,
  case: 'as-typed',
  colour: { swatch: 'snow' },
  shadow: null,
  ...more,
});

/** The house style. @param mark the asset of the mark @param plain that of its form in one colour */
export const houseStyle = (mark: string, plain: string | null = null): HouseStyle => ({
  swatches,
  textStyles: [
    textStyle('poster', 'Poster headline', 'headline', 'Archivo', 800, 0.088, { lineHeight: 1.08 }),
    textStyle('story', 'Story headline', 'headline', 'Fraunces', 600, 0.082, { lineHeight: 1.08, shadow: 'soft' }),
    textStyle('line', 'Line', 'descriptor', 'Work Sans', 500, 0.036),
    textStyle('small', 'Small print', 'body', 'Work Sans', 400, 0.03, { lineHeight: 1.4 }),
    textStyle('button', 'Button', 'button', 'Work Sans', 600, 0.032),
  ],
  shadows: [
    {
      id: 'soft',
      name: 'Soft',
      shadows: [
        { kind: 'drop', on: true, x: 0, y: 2, blur: 18, spread: 0, colour: { swatch: 'spruce' }, opacity: 0.45 },
      ],
    },
  ],
  logos: [
    {
      id: 'mark',
      name: 'Ostrel Line mark',
      asset: mark,
      width: 240,
      height: 240,
      clear: 0.25,
      plain,
      colours: [{ swatch: 'snow' }, { swatch: 'spruce' }],
    },
  ],
  tone: {
    ...PLAIN_TONE,
    light: { on: true, brightness: 0, contrast: 6 },
    saturation: { on: true, amount: -12 },
  },
  treatment: null,
});

/** A piece with its texts linked to the styles whose font they have; what else they have stays their own. */
function inStyles(piece: Piece): Piece {
  const house = houseStyle(''),
    linked = (layer: Layer): Layer => {
      if (!isText(layer)) return layer;
      const style = house.textStyles.find((s) => JSON.stringify(s.font) === JSON.stringify(layer.font));
      return style ? { ...layer, style: style.id } : layer;
    };
  return withHouse(
    { ...piece, slides: piece.slides.map((s) => ({ ...s, layers: s.layers.map(linked) })) },
    { ...house, logos: [] },
  );
}

function text(id: string, name: string, piece: Piece, words: string, more: Partial<TextLayer>): TextLayer {
  return { ...makeText(id, words, piece.sizes[0]), name, ...more };
}

function build(name: string, destination: string, layers: (piece: Piece) => Layer[]): Piece {
  const piece = makePiece(name, { destination }, () => 'slide-1');
  // They are adjusted already.
  piece.sizes = piece.sizes.map(({ auto: _, ...size }) => size);
  piece.swatches = swatches;
  piece.slides[0].layers = layers(piece);
  return piece;
}

type Asset = (file: string) => string;
type Subject = (file: string) => Pick<Cut, 'mask' | 'strokes'>;
type Frames = (file: string) => Frame[];

/**
 * The pieces of the campaign, in the order of the start page, in its house style.
 * @param asset gives the asset id of a picture file
 * @param subject gives the mask of a picture's subject, and the strokes it was found with
 * @param frames gives the frames of a picture that moves
 */
export const piecesOf = (asset: Asset, subject: Subject, frames: Frames): { id: string; piece: Piece }[] =>
  built(asset, subject, frames).map(({ id, piece }) => ({ id, piece: inStyles(piece) }));

function built(asset: Asset, subject: Subject, frames: Frames): { id: string; piece: Piece }[] {
  const wide = (id: string, file: string, name: string): PhotoLayer =>
    makePhoto(id, asset(file), name, { width: 1920, height: 900 });
  return [
    {
      // Lost on purpose: white over snow and what the water mirrors of it, so that the product shows its point at once;
      // a fade from below is enough, and looks like the evening.
      id: 'ostrel-reopening',
      piece: build('Re-opening post', 'square-post', (p) => [
        {
          ...makePhoto('photo', asset('lake-sill-winter.jpg'), 'Lake Sill in winter', p.sizes[0]),
          focus: { x: 0.5, y: 0.5 },
        },
        text('kicker', 'Season', p, 'From 2 May', {
          box: { x: 72, y: 716, width: 936, height: 46 },
          fontSize: 40,
          font: { family: 'Archivo', weight: 600, italic: false },
          fill: solid('#ffffff'),
        }),
        text('headline', 'Headline', p, 'Slow trains,\nlong views', {
          box: { x: 72, y: 768, width: 936, height: 248 },
          fontSize: 118,
          lineHeight: 1.04,
          letterSpacing: -0.015,
          font: { family: 'Archivo', weight: 800, italic: false },
          fill: solid('#ffffff'),
        }),
      ]),
    },
    {
      id: 'ostrel-hero',
      piece: build('Hero: Hollin Pass', 'hero', (p) => [
        { ...makePhoto('photo', asset('morning-mist.jpg'), 'Morning mist', p.sizes[0]), focus: { x: 0.5, y: 0.62 } },
        { ...makeTint('tint', '#16231f', 0.32, p.sizes[0]) },
        text('headline', 'Headline', p, 'The pass is open again', {
          box: { x: 128, y: 300, width: 800, height: 264 },
          fontSize: 132,
          lineHeight: 1,
          font: { family: 'Playfair Display', weight: 700, italic: false },
          fill: solid(COLOURS.snow),
          anchors: { horizontal: 'left', vertical: 'middle' },
        }),
        text('line', 'Line', p, 'Four halts, one morning: Varn, Lake Sill, Hollin, Cairn Viaduct', {
          box: { x: 132, y: 600, width: 1240, height: 48 },
          fontSize: 38,
          lineHeight: 1.25,
          font: { family: 'Work Sans', weight: 500, italic: false },
          fill: solid(COLOURS.snow),
          anchors: { horizontal: 'left', vertical: 'middle' },
        }),
      ]),
    },
    {
      id: 'ostrel-lake-hero',
      piece: inThreeLayouts(
        withPictures(
          build('Hero: Lake Sill', 'hero', (p) => [
            { ...makePhoto('photo', asset('lake-sill-autumn.jpg'), 'Lake Sill in autumn', p.sizes[0]) },
            text('headline', 'Headline', p, 'Slow trains, long views', {
              heading: 'h1',
              box: { x: 128, y: 280, width: 1000, height: 260 },
              fontSize: 128,
              lineHeight: 1.02,
              font: { family: 'Fraunces', weight: 600, italic: false },
              fill: solid(linked('snow')),
              backing: { ...makeBacking('#0b1f19', 0), opacity: 0.56 },
              anchors: { horizontal: 'left', vertical: 'middle' },
            }),
            text('line', 'Line', p, 'The line along Lake Sill runs again from 2 May', {
              box: { x: 132, y: 590, width: 1000, height: 60 },
              fontSize: 42,
              lineHeight: 1.3,
              font: { family: 'Work Sans', weight: 500, italic: false },
              fill: solid(linked('snow')),
              backing: { ...makeBacking('#0b1f19', 0), opacity: 0.56 },
              anchors: { horizontal: 'left', vertical: 'middle' },
            }),
            text('button', 'Timetable', p, 'See the timetable', {
              box: { x: 132, y: 760, width: 420, height: 92 },
              fontSize: 38,
              font: { family: 'Work Sans', weight: 600, italic: false },
              frame: 'line',
              fill: solid('#16231f'),
              padding: { top: 20, right: 36, bottom: 20, left: 36 },
              panel: {
                fill: solid(linked('amber')),
                opacity: 1,
                stroke: { width: 0, colour: '#ffffff', place: 'inside', dash: [] },
                radius: [12, 12, 12, 12],
                shadows: [],
              },
              button: {
                href: '#timetable',
                hover: { ink: null, plate: linked('snow') },
                focus: { colour: linked('snow'), width: 5 },
              },
              anchors: { horizontal: 'left', vertical: 'middle' },
            }),
          ]),
          [
            { ...wide('dawn', 'hollin-dawn.jpg', 'Hollin Pass at dawn'), focus: { x: 0.32, y: 0.4 } },
            { ...wide('winter', 'lake-sill-winter.jpg', 'Lake Sill in winter'), focus: { x: 0.52, y: 0.45 } },
          ],
        ),
      ),
    },
    {
      id: 'ostrel-banner',
      piece: build('Profile banner', 'profile-banner', (p) => [
        {
          ...makePhoto('photo', asset('hollin-dawn.jpg'), 'Hollin Pass at dawn', p.sizes[0]),
          focus: { x: 0.5, y: 0.42 },
        },
        { ...makeTint('tint', '#1d2a33', 0.3, p.sizes[0]) },
        text('headline', 'Name', p, 'The Ostrel Line', {
          box: { x: 640, y: 110, width: 880, height: 100 },
          fontSize: 92,
          lineHeight: 1.05,
          align: 'end',
          font: { family: 'Fraunces', weight: 600, italic: false },
          fill: solid(COLOURS.snow),
          anchors: { horizontal: 'right', vertical: 'middle' },
        }),
        text('line', 'Line', p, 'Slow trains, long views', {
          box: { x: 640, y: 224, width: 880, height: 48 },
          fontSize: 40,
          align: 'end',
          font: { family: 'Fraunces', weight: 400, italic: true },
          fill: solid(COLOURS.snow),
          anchors: { horizontal: 'right', vertical: 'middle' },
        }),
      ]),
    },
    {
      // Over a pattern of our own: contour lines, hardly there, in house colours.
      id: 'ostrel-timetable',
      piece: build('Timetable post', 'square-post', (p) => [
        {
          ...makeFill('ground', COLOURS.spruce, p.sizes[0]),
          name: 'Contour lines',
          fill: patterned('contours', linked('lichen'), linked('spruce'), { opacity: 0.16, scale: 2.4, weight: 1.6 }),
        },
        {
          ...makeBorder('frame', COLOURS.lichen, p.sizes[0]),
          fill: solid(linked('lichen')),
          inset: 44,
          thickness: { top: 3, right: 3, bottom: 3, left: 3 },
          gap: 7,
        },
        text('kicker', 'Season', p, 'From 2 May', {
          box: { x: 110, y: 210, width: 860, height: 52 },
          fontSize: 54,
          font: { family: 'Work Sans', weight: 600, italic: false },
          fill: solid(linked('amber')),
        }),
        text('headline', 'Headline', p, 'Four trains\na day, both ways', {
          box: { x: 110, y: 286, width: 860, height: 260 },
          fontSize: 112,
          lineHeight: 1.06,
          font: { family: 'Zilla Slab', weight: 700, italic: false },
          fill: solid(linked('snow')),
        }),
        text('times', 'Times', p, 'Varn 8:10, 11:10, 14:10, 17:10\nCairn Viaduct 9:25, 12:25, 15:25, 18:25', {
          box: { x: 110, y: 700, width: 860, height: 130 },
          fontSize: 42,
          lineHeight: 1.45,
          font: { family: 'Work Sans', weight: 400, italic: false },
          fill: solid(linked('snow')),
        }),
      ]),
    },
    {
      // Over a gradient of three stops, which is a swatch; pines of the pattern stand at its foot.
      id: 'ostrel-early-train',
      piece: build('Story: the early train', 'story', (p) => [
        {
          ...makeFill('dawn', COLOURS.slate, p.sizes[0]),
          name: 'Dawn',
          fill: { ...solid(COLOURS.slate), kind: 'gradient', gradient: DAWN.gradient!, gradientSwatch: 'dawn' },
        },
        {
          ...makeFill('pines', COLOURS.spruce, p.sizes[0]),
          name: 'Pines',
          box: { x: 0, y: 1510, width: 1080, height: 410 },
          fill: patterned('pines', linked('spruce'), null, { scale: 3.2, opacity: 0.9 }),
          anchors: { horizontal: 'stretch', vertical: 'bottom' },
        },
        text('headline', 'Headline', p, 'The early train sees it first', {
          box: { x: 90, y: 340, width: 900, height: 420 },
          fontSize: 126,
          lineHeight: 1.02,
          font: { family: 'Fraunces', weight: 600, italic: false },
          fill: solid(linked('snow')),
        }),
        text('line', 'Line', p, 'Leaves Varn Halt at 5:40, every Sunday in May', {
          box: { x: 94, y: 800, width: 760, height: 120 },
          fontSize: 46,
          lineHeight: 1.3,
          font: { family: 'Work Sans', weight: 500, italic: false },
          fill: solid(linked('snow')),
        }),
      ]),
    },
    {
      // A faint winter watermark: output levels leave a fifth of the contrast, so dark text reads anywhere on it.
      id: 'ostrel-winter-hours',
      piece: build('Winter hours', 'portrait-post', (p) => {
        const photo = makePhoto('photo', asset('lake-sill-winter.jpg'), 'Lake Sill in winter', p.sizes[0]);
        return [
          {
            ...photo,
            focus: { x: 0.5, y: 0.5 },
            tone: {
              ...photo.tone,
              levels: { on: true, black: 196, white: 250 },
              saturation: { on: true, amount: -55 },
            },
          },
          text('headline', 'Headline', p, 'Winter hours', {
            box: { x: 90, y: 130, width: 900, height: 150 },
            fontSize: 128,
            lineHeight: 1.05,
            font: { family: 'Playfair Display', weight: 700, italic: false },
            fill: solid(linked('spruce')),
          }),
          text(
            'body',
            'Body',
            p,
            'The line rests from November to April.\nThe station café at Lake Sill keeps its stove warm on Saturdays and Sundays, ten to four.',
            {
              box: { x: 94, y: 320, width: 900, height: 320 },
              fontSize: 44,
              lineHeight: 1.42,
              font: { family: 'Work Sans', weight: 400, italic: false },
              fill: solid('#22302c'),
            },
          ),
          text('sign', 'Sign', p, 'The Ostrel Line', {
            box: { x: 94, y: 1180, width: 800, height: 60 },
            fontSize: 46,
            font: { family: 'Fraunces', weight: 600, italic: true },
            fill: solid(linked('slate')),
          }),
        ];
      }),
    },
    {
      // A fade from one side, in a deep colour of the photo: the other half of the picture is untouched.
      id: 'ostrel-evening',
      piece: build('Link card: evening run', 'link-card', (p) => [
        {
          ...makePhoto('photo', asset('cairn-evening.jpg'), 'Cairn Head, evening', p.sizes[0]),
          focus: { x: 0.6, y: 0.5 },
        },
        makeFade('fade', '#1c1a26', 0.88, p.sizes[0], {
          angle: FADE_SIDES.left,
          solid: 0.34,
          reach: 0.82,
          easing: 'smooth',
        }),
        text('headline', 'Headline', p, 'Home by\nlamplight', {
          box: { x: 72, y: 170, width: 560, height: 220 },
          fontSize: 104,
          lineHeight: 1,
          font: { family: 'Playfair Display', weight: 700, italic: false },
          fill: solid(linked('snow')),
          anchors: { horizontal: 'left', vertical: 'middle' },
        }),
        text('line', 'Line', p, 'The evening run, Fridays', {
          box: { x: 76, y: 420, width: 520, height: 50 },
          fontSize: 36,
          font: { family: 'Work Sans', weight: 500, italic: false },
          fill: solid(linked('amber')),
          anchors: { horizontal: 'left', vertical: 'middle' },
        }),
      ]),
    },
    {
      // A translucent plate that follows its texts, edged with a thin line.
      id: 'ostrel-autumn-walks',
      piece: inFiveSizes(
        build('Autumn walks', 'portrait-post', (p) => [
          {
            ...makePhoto('photo', asset('lake-sill-autumn.jpg'), 'Lake Sill in autumn', p.sizes[0]),
            focus: { x: 0.5, y: 0.5 },
          },
          {
            ...makePlate('plate', COLOURS.spruce, 0.78, { x: 90, y: 800, width: 900, height: 400 }, 90, [
              'headline',
              'line',
            ]),
            fill: solid(linked('spruce')),
            padding: { top: 64, right: 60, bottom: 64, left: 60 },
            radius: [14, 14, 14, 14],
            stroke: { width: 3, colour: linked('lichen'), place: 'inside', dash: [] },
          },
          text('headline', 'Headline', p, 'Step off, walk on', {
            box: { x: 150, y: 880, width: 780, height: 120 },
            fontSize: 98,
            lineHeight: 1.05,
            font: { family: 'Zilla Slab', weight: 700, italic: false },
            fill: solid(linked('snow')),
          }),
          text('line', 'Line', p, 'Six walks from six platforms, with tea at the end', {
            box: { x: 150, y: 1010, width: 780, height: 110 },
            fontSize: 42,
            lineHeight: 1.3,
            font: { family: 'Work Sans', weight: 400, italic: false },
            fill: solid(linked('snow')),
          }),
        ]),
      ),
    },
    {
      // Three lines, each backed and turned a little: read at a glance in a list of videos.
      id: 'ostrel-cab-ride',
      piece: build('Thumbnail: cab ride', 'video-thumbnail', (p) => {
        const line = (
          id: string,
          words: string,
          y: number,
          colour: keyof typeof COLOURS,
          ink: keyof typeof COLOURS,
          more: Partial<TextLayer> = {},
        ): TextLayer =>
          text(id, words, p, words, {
            frame: 'line',
            rotation: -4,
            box: { x: 70, y, width: 700, height: 120 },
            fontSize: 104,
            lineHeight: 1,
            letterSpacing: -0.01,
            font: { family: 'Archivo', weight: 900, italic: false },
            case: 'upper',
            fill: solid(linked(ink)),
            backing: { ...makeBacking(linked(colour)), padX: 0.2, padY: 0.17, radius: 0.06 },
            shadows: [],
            anchors: { horizontal: 'left', vertical: 'middle' },
            ...more,
          });
        return [
          {
            ...makePhoto('photo', asset('hollin-dawn.jpg'), 'Hollin Pass at dawn', p.sizes[0]),
            focus: { x: 0.5, y: 0.5 },
          },
          line('one', 'In the cab', 150, 'amber', 'spruce'),
          line('two', 'over Hollin', 306, 'snow', 'spruce', { box: { x: 96, y: 306, width: 700, height: 120 } }),
          line('three', '38 minutes', 462, 'spruce', 'snow', { box: { x: 122, y: 462, width: 700, height: 120 } }),
        ];
      }),
    },
    {
      // Room is made on the left: the wall goes on where the words are, and the cup keeps its place.
      id: 'ostrel-cup',
      piece: build('Link card: a cup on the way', 'link-card', (p) => [
        {
          ...makePhoto('photo', asset('enamel-cup.jpg'), 'Enamel cup', p.sizes[0]),
          focus: { x: 0.62, y: 0.55 },
          room: { ...NO_ROOM, left: 0.4 },
        },
        text('headline', 'Headline', p, 'Tea on\nboard, from\nthe first halt', {
          box: { x: 64, y: 84, width: 560, height: 240 },
          fontSize: 76,
          lineHeight: 1.04,
          font: { family: 'Fraunces', weight: 600, italic: false },
          fill: solid(linked('spruce')),
          anchors: { horizontal: 'left', vertical: 'middle' },
        }),
        text('line', 'Line', p, 'Cairn Viaduct, daily at 10.40', {
          box: { x: 66, y: 350, width: 520, height: 34 },
          fontSize: 28,
          font: { family: 'Work Sans', weight: 600, italic: false },
          fill: solid('#0f1f19'),
          anchors: { horizontal: 'left', vertical: 'middle' },
        }),
      ]),
    },
    {
      // The cup is cut out; another photo lies behind it, faint.
      id: 'ostrel-cup-cut-out',
      piece: build('Post: bring your cup', 'square-post', (p) => {
        const z = p.sizes[0];
        return [
          { ...makeFill('ground', COLOURS.lichen, z), name: 'Lichen', fill: solid(linked('lichen')) },
          {
            ...makePhoto('slope', asset('forest-slope.jpg'), 'Forest slope, faint', z),
            opacity: 0.28,
            blend: 'luminosity' as const,
          },
          {
            ...makePhoto('cup', asset('enamel-cup.jpg'), 'Enamel cup, cut out', z),
            fit: 'free' as const,
            box: { x: -260, y: 330, width: 1200, height: 800 },
            anchors: { horizontal: 'centre' as const, vertical: 'bottom' as const },
            cut: { on: true, ...subject('enamel-cup.jpg'), box: null, softness: 0.6, shift: 0, clean: 0.9 },
          },
          text('headline', 'Headline', p, 'Bring\nyour cup', {
            box: { x: 72, y: 84, width: 936, height: 300 },
            fontSize: 148,
            lineHeight: 0.98,
            letterSpacing: -0.02,
            font: { family: 'Archivo', weight: 800, italic: false },
            fill: solid(linked('spruce')),
          }),
          text('line', 'Line', p, 'Half price on every refill', {
            box: { x: 74, y: 410, width: 700, height: 50 },
            fontSize: 46,
            font: { family: 'Archivo', weight: 700, italic: false },
            fill: solid(linked('spruce')),
          }),
        ];
      }),
    },
    {
      // A face before the sun: words stand where it looks, in dark on light, and never on it.
      id: 'ostrel-first-train',
      piece: build('Link card: the first train', 'link-card', (p) => [
        {
          ...makePhoto('photo', asset('platform-figure.jpg'), 'Waiting at Varn Halt', p.sizes[0]),
          focus: { x: 0.5, y: 0.42 },
        },
        text('headline', 'Headline', p, 'First on\nthe platform', {
          box: { x: 500, y: 96, width: 640, height: 190 },
          fontSize: 88,
          lineHeight: 1.02,
          letterSpacing: -0.01,
          font: { family: 'Zilla Slab', weight: 700, italic: false },
          fill: solid('#1b1712'),
          anchors: { horizontal: 'right', vertical: 'top' },
        }),
        text('line', 'Line', p, 'Varn Halt, 5:40, Sundays in May', {
          box: { x: 504, y: 528, width: 640, height: 44 },
          fontSize: 36,
          font: { family: 'Work Sans', weight: 600, italic: false },
          fill: solid('#1b1712'),
          anchors: { horizontal: 'right', vertical: 'bottom' },
        }),
      ]),
    },
    {
      // A thing as large as a hand, and room beside it.
      id: 'ostrel-on-time',
      piece: build('Mail: on time', 'email-header', (p) => [
        {
          ...makePhoto('photo', asset('guards-watch.jpg'), 'The guard’s watch', p.sizes[0]),
          focus: { x: 0.5, y: 0.5 },
        },
        text('headline', 'Headline', p, 'Slow trains,\nright on time', {
          box: { x: 620, y: 108, width: 540, height: 150 },
          fontSize: 72,
          lineHeight: 1.04,
          font: { family: 'Fraunces', weight: 600, italic: false },
          fill: solid(linked('snow')),
          anchors: { horizontal: 'right', vertical: 'middle' },
        }),
        text('line', 'Line', p, 'The summer timetable is out', {
          box: { x: 622, y: 276, width: 540, height: 40 },
          fontSize: 32,
          font: { family: 'Work Sans', weight: 500, italic: false },
          fill: solid(linked('snow')),
          anchors: { horizontal: 'right', vertical: 'middle' },
        }),
      ]),
    },
    {
      // A crowd of small things: no place is calm, so the words bring their own ground.
      id: 'ostrel-track-work',
      piece: build('Post: track work', 'square-post', (p) => [
        makePhoto('photo', asset('ballast.jpg'), 'Ballast', p.sizes[0]),
        {
          ...makePlate('plate', COLOURS.amber, 0.96, { x: 72, y: 640, width: 700, height: 300 }, 40, [
            'headline',
            'line',
          ]),
          fill: solid(linked('amber')),
          padding: { top: 40, right: 48, bottom: 44, left: 48 },
        },
        text('headline', 'Headline', p, 'No trains\n3 to 7 March', {
          box: { x: 120, y: 700, width: 640, height: 200 },
          fontSize: 96,
          lineHeight: 1,
          letterSpacing: -0.015,
          font: { family: 'Archivo', weight: 800, italic: false },
          fill: solid(linked('spruce')),
          anchors: { horizontal: 'left', vertical: 'bottom' },
        }),
        text('line', 'Line', p, 'We are packing the track at Hollin', {
          box: { x: 122, y: 910, width: 640, height: 46 },
          fontSize: 38,
          font: { family: 'Work Sans', weight: 600, italic: false },
          fill: solid(linked('spruce')),
          anchors: { horizontal: 'left', vertical: 'bottom' },
        }),
      ]),
    },
    {
      // Half light, half dark: no single ink reads on both sides.
      id: 'ostrel-two-lights',
      piece: build('Post: night train, day train', 'square-post', (p) => {
        const z = p.sizes[0],
          half = z.width / 2;
        return [
          {
            ...makePhoto('night', asset('wet-window.jpg'), 'Wet window at night', z),
            focus: { x: 0.4, y: 0.4 },
            box: { x: 0, y: 0, width: half, height: z.height },
          },
          {
            ...makePhoto('day', asset('varn-fog.jpg'), 'Fog on Varn Water', z),
            focus: { x: 0.6, y: 0.5 },
            box: { x: half, y: 0, width: half, height: z.height },
          },
          text('headline', 'Headline', p, 'Night or day', {
            box: { x: 90, y: 470, width: 900, height: 130 },
            fontSize: 124,
            align: 'centre',
            lineHeight: 1.04,
            font: { family: 'Archivo', weight: 800, italic: false },
            fill: solid(linked('snow')),
          }),
        ];
      }),
    },
    {
      // One word takes the gradient that lies over the picture: both are linked to the same swatch.
      id: 'ostrel-book',
      piece: build('Book cover: Slow trains', 'book-cover', (p) => {
        const lamplight: Fill = {
          ...solid(COLOURS.amber),
          kind: 'gradient',
          gradient: LAMPLIGHT.gradient!,
          gradientSwatch: 'lamplight',
        };
        return [
          {
            ...makePhoto('photo', asset('lake-sill-winter.jpg'), 'Lake Sill in winter', p.sizes[0]),
            focus: { x: 0.5, y: 0.5 },
            zoom: 1,
            tone: { ...makePhoto('', '', '', p.sizes[0]).tone, light: { on: true, brightness: -34, contrast: 12 } },
          },
          {
            ...makeFill('light', COLOURS.amber, p.sizes[0]),
            name: 'Lamplight over it',
            band: 'overlays',
            fill: lamplight,
            blend: 'soft-light',
            opacity: 0.7,
          },
          makeFade('sky', '#1c2735', 0.74, p.sizes[0], {
            angle: FADE_SIDES.top,
            solid: 0.1,
            reach: 0.55,
            easing: 'strong',
          }),
          makeFade('fade', '#14202b', 0.94, p.sizes[0], {
            angle: FADE_SIDES.bottom,
            solid: 0.2,
            reach: 0.56,
            easing: 'smooth',
          }),
          text('title', 'Title', p, 'Slow\ntrains,\nlong views', {
            box: { x: 130, y: 1500, width: 1340, height: 700 },
            fontSize: 250,
            lineHeight: 0.98,
            letterSpacing: -0.015,
            font: { family: 'Fraunces', weight: 600, italic: false },
            fill: solid(linked('snow')),
            spans: [
              {
                start: 13,
                end: 23,
                look: { fill: lamplight, font: { family: 'Fraunces', weight: 400, italic: true } },
              },
            ],
          }),
          text('author', 'Author', p, 'A season on the Ostrel Line', {
            box: { x: 136, y: 2300, width: 1300, height: 90 },
            fontSize: 78,
            font: { family: 'Work Sans', weight: 500, italic: false },
            fill: solid(linked('snow')),
          }),
          text('top', 'Above', p, 'Mara Tellin', {
            box: { x: 130, y: 150, width: 1340, height: 120 },
            fontSize: 104,
            align: 'centre',
            case: 'upper',
            letterSpacing: 0.14,
            font: { family: 'Work Sans', weight: 700, italic: false },
            fill: solid(linked('snow')),
          }),
        ];
      }),
    },
    {
      // A plate behind the prices, a fade behind the headline, the mark with a shadow of its own outline.
      id: 'ostrel-tickets',
      piece: build('Ticket sale', 'square-post', (p) => {
        const z = p.sizes[0],
          mark = makePicture('mark', asset('ostrel-mark.svg'), 'Ostrel Line mark', z, { width: 240, height: 240 });
        const line = (id: string, words: string, y: number, more: Partial<TextLayer>): TextLayer =>
          text(id, words, p, words, {
            fontSize: 46,
            fill: solid(linked('spruce')),
            ...more,
            box: { x: 110, y, width: 300, height: 60, ...more.box },
          });
        // What it is on the left, what it costs on the right, one under the other.
        const priced = (id: string, what: string, costs: string, y: number): TextLayer[] => [
          line(id, what, y, { frame: 'line', font: { family: 'Work Sans', weight: 500, italic: false } }),
          line(`${id}-fare`, costs, y, {
            frame: 'frame',
            align: 'end',
            box: { x: 430, y, width: 150, height: 60 },
            font: { family: 'Work Sans', weight: 800, italic: false },
          }),
        ];
        return [
          {
            ...makePhoto('photo', asset('lake-sill-autumn.jpg'), 'Lake Sill in autumn', z),
            focus: { x: 0.5, y: 0.45 },
          },
          makeFade('fade', '#16303a', 0.58, z, { angle: FADE_SIDES.top, solid: 0.33, reach: 0.7 }),
          {
            ...makePlate('prices', COLOURS.snow, 0.94, { x: 60, y: 690, width: 600, height: 300 }, 46, [
              'single',
              'day',
              'family',
              'single-fare',
              'day-fare',
              'family-fare',
            ]),
            name: 'Prices',
            fill: solid(linked('snow')),
            padding: { top: 44, right: 52, bottom: 48, left: 52 },
            radius: [6, 6, 6, 6],
            shadows: [{ kind: 'drop', on: true, x: 0, y: 14, blur: 44, spread: 0, colour: '#0d1a14', opacity: 0.45 }],
          },
          ...priced('single', 'Single', '9.50', 720),
          ...priced('day', 'Whole day', '21', 806),
          ...priced('family', 'Family of four', '48', 892),
          text('headline', 'Headline', p, 'Tickets from\n14 March', {
            box: { x: 70, y: 80, width: 760, height: 280 },
            fontSize: 124,
            lineHeight: 1.02,
            font: { family: 'Zilla Slab', weight: 700, italic: false },
            fill: solid(linked('snow')),
          }),
          {
            ...mark,
            box: { x: 800, y: 760, width: 210, height: 210 },
            shadows: [{ kind: 'drop', on: true, x: 0, y: 10, blur: 30, spread: 0, colour: '#0d1a14', opacity: 0.6 }],
          },
        ];
      }),
    },
    {
      // A picture in a blob before another blob, over a plain ground.
      id: 'ostrel-carousel',
      piece: dayOnTheLine(
        asset,
        frames,
        build('Carousel: a day on the line', 'carousel', (p) => {
          const z = p.sizes[0],
            blob = makeShape('ground', 'blob', linked('lichen'), z),
            masked = makePicture('cup', asset('enamel-cup.jpg'), 'Enamel cup', z, { width: 2400, height: 1600 });
          return [
            { ...makeFill('paper', COLOURS.spruce, z), name: 'Ground', fill: solid(linked('spruce')) },
            {
              ...blob,
              name: 'Blob behind',
              box: { x: 250, y: 40, width: 860, height: 800 },
              shape: { ...blob.shape, seed: 21, roughness: 0.45, bulges: 5 },
            },
            {
              ...masked,
              name: 'Cup in a blob',
              fit: 'cover',
              focus: { x: 0.68, y: 0.55 },
              box: { x: 180, y: 110, width: 800, height: 720 },
              mask: { ...blob.shape, seed: 8, roughness: 0.4, bulges: 6 },
              shadows: [{ kind: 'drop', on: true, x: 0, y: 18, blur: 60, spread: 0, colour: '#0a1812', opacity: 0.5 }],
            },
            text('headline', 'Headline', p, 'A day on the line,\nhalt by halt', {
              box: { x: 90, y: 900, width: 900, height: 260 },
              fontSize: 108,
              lineHeight: 1.05,
              font: { family: 'Playfair Display', weight: 700, italic: false },
              fill: solid(linked('snow')),
              spans: [
                {
                  start: 19,
                  end: 31,
                  look: {
                    fill: solid(linked('amber')),
                    font: { family: 'Playfair Display', weight: 700, italic: true },
                  },
                },
              ],
            }),
            text('hint', 'Hint', p, 'Swipe to Varn Halt, 8:10', {
              box: { x: 94, y: 1190, width: 700, height: 60 },
              fontSize: 44,
              font: { family: 'Work Sans', weight: 500, italic: false },
              fill: solid(linked('lichen')),
            }),
            {
              ...makeShape('arrow', 'line', linked('lichen'), z),
              name: 'Arrow',
              box: { x: 800, y: 1200, width: 180, height: 40 },
              stroke: { width: 7, colour: linked('lichen'), place: 'centred', dash: [] },
              shape: { ...blob.shape, form: 'line', ends: { start: 'none', end: 'arrow' } },
            },
          ];
        }),
      ),
    },
  ];
}

const patterned = (
  tile: TileId,
  foreground: Fill['colour'],
  background: Fill['colour'] | null,
  more: Partial<Fill['pattern']> = {},
): Fill => {
  const fill = solid(foreground);
  return { ...fill, kind: 'pattern', pattern: { ...fill.pattern, tile, foreground, background, ...more } };
};

/**
 * The slides after the cover: written down as an outline first. A lake over two of them, a line that runs from halt to
 * halt, snow that falls, and the timetable in a frame.
 */
function dayOnTheLine(asset: (file: string) => string, frames: (file: string) => Frame[], piece: Piece): Piece {
  const [z] = piece.sizes,
    [cover] = piece.slides;
  const photo = (file: string, name: string, focus = { x: 0.5, y: 0.5 }): Layer => ({
    ...makePhoto('photo', asset(file), name, z),
    focus,
  });
  const halt = (name: string, line: string): Layer[] => [
    makeFade('fade', COLOURS.spruce, 0.92, z, { solid: 0.16, reach: 0.62 }),
    text('headline', 'Halt', piece, name, {
      box: { x: 90, y: 930, width: 900, height: 130 },
      fontSize: 112,
      lineHeight: 1.1,
      font: { family: 'Playfair Display', weight: 700, italic: false },
      fill: solid(linked('snow')),
    }),
    text('line', 'Line', piece, line, {
      box: { x: 94, y: 1068, width: 880, height: 120 },
      fontSize: 44,
      lineHeight: 1.3,
      font: { family: 'Work Sans', weight: 500, italic: false },
      fill: solid(linked('snow')),
    }),
  ];
  const line = makeShape('route', 'line', linked('amber'), z);
  const route: Layer = {
    ...line,
    name: 'The line from halt to halt',
    // From the middle of the second slide to that of the sixth.
    box: { x: 540, y: 1262, width: 4 * z.width, height: 24 },
    stroke: { width: 9, colour: linked('amber'), place: 'centred', dash: [] },
    shape: { ...line.shape, ends: { start: 'dot', end: 'dot' } },
    carry: { before: 0, after: 4, over: true },
  };
  const lake: Layer = {
    ...photo('lake-sill-autumn.jpg', 'Lake Sill in autumn'),
    fit: 'free',
    box: { x: 0, y: -45, width: 2 * z.width, height: 1440 },
    carry: { before: 0, after: 1, over: false },
  } as Layer;
  const blob = makeShape('blob', 'blob', linked('lichen'), z);
  const slides: [string, Layer[]][] = [
    [
      'Varn Halt: where the line begins, in the fog',
      [photo('varn-fog.jpg', 'Varn Halt in fog'), ...halt('Varn Halt, 8:10', 'The line begins in the fog.'), route],
    ],
    [
      'Lake Sill: twenty minutes along the water',
      [lake, ...halt('Lake Sill, 8:45', 'Twenty minutes along the water.')],
    ],
    ['Still Lake Sill: sit on the left', halt('Sit on the left', 'The water is on that side, all the way.')],
    [
      'Hollin Pass: the highest halt',
      [
        makePhoto('photo', asset('hollin-snow.webp'), 'Snow over Hollin Pass', z, frames('hollin-snow.webp')),
        ...halt('Hollin Pass, 9:30', 'The highest halt of the line.'),
      ],
    ],
    [
      'Cairn Viaduct: where everybody stands up',
      [photo('cairn-evening.jpg', 'Cairn in the evening'), ...halt('Cairn Viaduct', 'Where everybody stands up.')],
    ],
    [
      'Slow trains, long views: how to come',
      [
        { ...makeFill('paper', COLOURS.spruce, z), name: 'Ground', fill: solid(linked('spruce')) },
        {
          ...blob,
          name: 'Blob over the join',
          box: { x: -330, y: 90, width: 800, height: 620 },
          shape: { ...blob.shape, seed: 34, roughness: 0.4, bulges: 5 },
          carry: { before: 1, after: 0, over: false },
          band: 'overlays',
        },
        text('headline', 'Headline', piece, 'Slow trains,\nlong views', {
          box: { x: 90, y: 760, width: 900, height: 260 },
          fontSize: 118,
          lineHeight: 1.05,
          font: { family: 'Playfair Display', weight: 700, italic: false },
          fill: solid(linked('snow')),
        }),
        text('line', 'Line', piece, 'From 2 May, four trains a day.', {
          box: { x: 94, y: 1040, width: 880, height: 70 },
          fontSize: 44,
          font: { family: 'Work Sans', weight: 500, italic: false },
          fill: solid(linked('lichen')),
        }),
        {
          ...makePicture('timetable', asset('timetable.png'), 'Timetable', z, { width: 720, height: 1400 }),
          box: { x: 610, y: 118, width: 300, height: 583 },
        },
      ],
    ],
  ];
  const laid = {
    ...piece,
    slides: [
      { ...cover, note: 'A day on the line, halt by halt' },
      ...slides.map(([note, layers], i) => ({ ...emptySlide(`slide-${i + 2}`, note), layers })),
    ],
  };
  let n = 0;
  return mountPicture(laid, laid.slides.at(-1)!.id, 'timetable', 'phone', () => `phone-${++n}`).piece;
}
