// The demo campaign: a small scenic mountain railway that re-opens for the season. All of it is made up.
import { FADE_SIDES, gradientThrough, makeBorder, makeFade, makeFill, makePhoto, makePiece, makePlate, makeText, makeTint, solid } from '../src/core/piece/make';
import { plainGradient } from '../src/core/piece/swatches';
import type { Fill, Layer, Piece, Swatch, TextLayer } from '../src/core/piece/schema';

/** House colours. */
export const COLOURS = { spruce: '#1d3b2f', amber: '#f2a31b', snow: '#f5f7f8', slate: '#3d5468', lichen: '#b9bd6a' };

export const PICTURES = [
  { file: 'lake-sill-winter.jpg', title: 'Lake Sill in winter' },
  { file: 'hollin-dawn.jpg', title: 'Hollin Pass at dawn' },
  { file: 'morning-mist.jpg', title: 'Morning mist' },
  { file: 'cairn-evening.jpg', title: 'Cairn Head, evening' },
  { file: 'lake-sill-autumn.jpg', title: 'Lake Sill in autumn' },
  { file: 'enamel-cup.jpg', title: 'Enamel cup' },
  { file: 'wet-window.jpg', title: 'Wet window at night' },
  { file: 'varn-fog.jpg', title: 'Fog on Varn Water' },
  { file: 'forest-slope.jpg', title: 'Forest slope' },
];

const linked = (swatch: keyof typeof COLOURS) => ({ swatch });

/** The dawn over the pass: used as a gradient by several pieces. */
const DAWN: Swatch = { id: 'dawn', name: 'Dawn', gradient: plainGradient({ ...gradientThrough([COLOURS.slate, '#9c6558', '#f6dca6'], { angle: 90 }), stops: gradientThrough([COLOURS.slate, '#9c6558', '#f6dca6']).stops.map((s, i) => ({ ...s, at: [0, 0.58, 1][i] })) }, { swatches: [] }), house: true };

export const swatches: Swatch[] = [...Object.entries(COLOURS).map(([name, colour]) => ({ id: name, name: name[0].toUpperCase() + name.slice(1), colour, house: true })), DAWN];

function text(id: string, name: string, piece: Piece, words: string, more: Partial<TextLayer>): TextLayer {
  return { ...makeText(id, words, piece.sizes[0]), name, ...more };
}

function build(name: string, destination: string, layers: (piece: Piece) => Layer[]): Piece {
  const piece = makePiece(name, { destination }, () => 'slide-1');
  piece.swatches = swatches;
  piece.slides[0].layers = layers(piece);
  return piece;
}

/**
 * The pieces of the campaign, in the order of the start page.
 * @param asset gives the asset id of a picture file
 */
export function piecesOf(asset: (file: string) => string): { id: string; piece: Piece }[] {
  return [
    {
      // Lost on purpose: white over bright cloud and snow, so that the product shows its point at once.
      id: 'ostrel-reopening',
      piece: build('Re-opening post', 'square-post', (p) => [
        { ...makePhoto('photo', asset('lake-sill-winter.jpg'), 'Lake Sill in winter', p.sizes[0]), focus: { x: 0.5, y: 0.5 } },
        text('kicker', 'Season', p, 'From 2 May', { box: { x: 72, y: 500, width: 936, height: 46 }, fontSize: 40, font: { family: 'Archivo', weight: 600, italic: false }, fill: solid('#ffffff') }),
        text('headline', 'Headline', p, 'Slow trains,\nlong views', { box: { x: 72, y: 552, width: 936, height: 248 }, fontSize: 118, lineHeight: 1.04, letterSpacing: -0.015, font: { family: 'Archivo', weight: 800, italic: false }, fill: solid('#ffffff') }),
      ]),
    },
    {
      id: 'ostrel-hero',
      piece: build('Hero: Hollin Pass', 'hero', (p) => [
        { ...makePhoto('photo', asset('morning-mist.jpg'), 'Morning mist', p.sizes[0]), focus: { x: 0.5, y: 0.62 } },
        { ...makeTint('tint', '#16231f', 0.32, p.sizes[0]) },
        text('headline', 'Headline', p, 'The pass is open again', { box: { x: 128, y: 300, width: 1060, height: 264 }, fontSize: 132, lineHeight: 1, font: { family: 'Playfair Display', weight: 700, italic: false }, fill: solid(COLOURS.snow), anchors: { horizontal: 'left', vertical: 'middle' } }),
        text('line', 'Line', p, 'Four halts, one morning: Varn, Lake Sill, Hollin, Cairn Viaduct', { box: { x: 132, y: 600, width: 900, height: 96 }, fontSize: 38, lineHeight: 1.25, font: { family: 'Work Sans', weight: 500, italic: false }, fill: solid(COLOURS.snow), anchors: { horizontal: 'left', vertical: 'middle' } }),
      ]),
    },
    {
      id: 'ostrel-banner',
      piece: build('Profile banner', 'profile-banner', (p) => [
        { ...makePhoto('photo', asset('hollin-dawn.jpg'), 'Hollin Pass at dawn', p.sizes[0]), focus: { x: 0.5, y: 0.42 } },
        { ...makeTint('tint', '#1d2a33', 0.3, p.sizes[0]) },
        text('headline', 'Name', p, 'The Ostrel Line', { box: { x: 640, y: 110, width: 880, height: 100 }, fontSize: 92, lineHeight: 1.05, align: 'end', font: { family: 'Fraunces', weight: 600, italic: false }, fill: solid(COLOURS.snow), anchors: { horizontal: 'right', vertical: 'middle' } }),
        text('line', 'Line', p, 'Slow trains, long views', { box: { x: 640, y: 224, width: 880, height: 48 }, fontSize: 40, align: 'end', font: { family: 'Fraunces', weight: 400, italic: true }, fill: solid(COLOURS.snow), anchors: { horizontal: 'right', vertical: 'middle' } }),
      ]),
    },
    {
      // Over a pattern of our own: contour lines, hardly there, in house colours.
      id: 'ostrel-timetable',
      piece: build('Timetable post', 'square-post', (p) => [
        { ...makeFill('ground', COLOURS.spruce, p.sizes[0]), name: 'Contour lines', fill: patterned('contours', linked('lichen'), linked('spruce'), { opacity: 0.16, scale: 2.4, weight: 1.6 }) },
        { ...makeBorder('frame', COLOURS.lichen, p.sizes[0]), fill: solid(linked('lichen')), inset: 44, thickness: { top: 3, right: 3, bottom: 3, left: 3 }, gap: 7 },
        text('kicker', 'Season', p, 'From 2 May', { box: { x: 110, y: 210, width: 860, height: 52 }, fontSize: 54, font: { family: 'Work Sans', weight: 600, italic: false }, fill: solid(linked('amber')) }),
        text('headline', 'Headline', p, 'Four trains\na day, both ways', { box: { x: 110, y: 286, width: 860, height: 260 }, fontSize: 112, lineHeight: 1.06, font: { family: 'Zilla Slab', weight: 700, italic: false }, fill: solid(linked('snow')) }),
        text('times', 'Times', p, 'Varn 8:10, 11:10, 14:10, 17:10\nCairn Viaduct 9:25, 12:25, 15:25, 18:25', { box: { x: 110, y: 700, width: 860, height: 130 }, fontSize: 42, lineHeight: 1.45, font: { family: 'Work Sans', weight: 400, italic: false }, fill: solid(linked('snow')) }),
      ]),
    },
    {
      // Over a gradient of three stops, which is a swatch; pines of the pattern stand at its foot.
      id: 'ostrel-early-train',
      piece: build('Story: the early train', 'story', (p) => [
        { ...makeFill('dawn', COLOURS.slate, p.sizes[0]), name: 'Dawn', fill: { ...solid(COLOURS.slate), kind: 'gradient', gradient: DAWN.gradient!, gradientSwatch: 'dawn' } },
        { ...makeFill('pines', COLOURS.spruce, p.sizes[0]), name: 'Pines', box: { x: 0, y: 1510, width: 1080, height: 410 }, fill: patterned('pines', linked('spruce'), null, { scale: 3.2, opacity: 0.9 }), anchors: { horizontal: 'stretch', vertical: 'bottom' } },
        text('headline', 'Headline', p, 'The early train sees it first', { box: { x: 90, y: 340, width: 900, height: 420 }, fontSize: 126, lineHeight: 1.02, font: { family: 'Fraunces', weight: 600, italic: false }, fill: solid(linked('snow')) }),
        text('line', 'Line', p, 'Leaves Varn Halt at 5:40, every Sunday in May', { box: { x: 94, y: 800, width: 760, height: 120 }, fontSize: 46, lineHeight: 1.3, font: { family: 'Work Sans', weight: 500, italic: false }, fill: solid(linked('snow')) }),
      ]),
    },
    {
      // A faint winter watermark: output levels leave a fifth of the contrast, so dark text reads anywhere on it.
      id: 'ostrel-winter-hours',
      piece: build('Winter hours', 'portrait-post', (p) => {
        const photo = makePhoto('photo', asset('lake-sill-winter.jpg'), 'Lake Sill in winter', p.sizes[0]);
        return [
          { ...photo, focus: { x: 0.5, y: 0.5 }, tone: { ...photo.tone, levels: { on: true, black: 196, white: 250 }, saturation: { on: true, amount: -55 } } },
          text('headline', 'Headline', p, 'Winter hours', { box: { x: 90, y: 130, width: 900, height: 150 }, fontSize: 128, lineHeight: 1.05, font: { family: 'Playfair Display', weight: 700, italic: false }, fill: solid(linked('spruce')) }),
          text('body', 'Body', p, 'The line rests from November to April.\nThe station café at Lake Sill keeps its stove warm on Saturdays and Sundays, ten to four.', { box: { x: 94, y: 320, width: 800, height: 320 }, fontSize: 46, lineHeight: 1.42, font: { family: 'Work Sans', weight: 400, italic: false }, fill: solid('#22302c') }),
          text('sign', 'Sign', p, 'The Ostrel Line', { box: { x: 94, y: 1180, width: 800, height: 60 }, fontSize: 46, font: { family: 'Fraunces', weight: 600, italic: true }, fill: solid(linked('slate')) }),
        ];
      }),
    },
    {
      // A fade from one side, in a deep colour of the photo: the other half of the picture is untouched.
      id: 'ostrel-evening',
      piece: build('Link card: evening run', 'link-card', (p) => [
        { ...makePhoto('photo', asset('cairn-evening.jpg'), 'Cairn Head, evening', p.sizes[0]), focus: { x: 0.6, y: 0.5 } },
        makeFade('fade', '#1c1a26', 0.88, p.sizes[0], { angle: FADE_SIDES.left, solid: 0.34, reach: 0.82, easing: 'smooth' }),
        text('headline', 'Headline', p, 'Home by\nlamplight', { box: { x: 72, y: 170, width: 560, height: 220 }, fontSize: 104, lineHeight: 1, font: { family: 'Playfair Display', weight: 700, italic: false }, fill: solid(linked('snow')), anchors: { horizontal: 'left', vertical: 'middle' } }),
        text('line', 'Line', p, 'The evening run, Fridays', { box: { x: 76, y: 420, width: 520, height: 50 }, fontSize: 36, font: { family: 'Work Sans', weight: 500, italic: false }, fill: solid(linked('amber')), anchors: { horizontal: 'left', vertical: 'middle' } }),
      ]),
    },
    {
      // A translucent plate that follows its texts, edged with a thin line.
      id: 'ostrel-autumn-walks',
      piece: build('Autumn walks', 'portrait-post', (p) => [
        { ...makePhoto('photo', asset('lake-sill-autumn.jpg'), 'Lake Sill in autumn', p.sizes[0]), focus: { x: 0.5, y: 0.5 } },
        {
          ...makePlate('plate', COLOURS.spruce, 0.78, { x: 90, y: 800, width: 900, height: 400 }, 90, ['headline', 'line']),
          fill: solid(linked('spruce')),
          padding: { top: 64, right: 60, bottom: 64, left: 60 },
          radius: [14, 14, 14, 14],
          stroke: { width: 3, colour: linked('lichen'), place: 'inside', dash: [] },
        },
        text('headline', 'Headline', p, 'Step off, walk on', { box: { x: 150, y: 880, width: 780, height: 120 }, fontSize: 98, lineHeight: 1.05, font: { family: 'Zilla Slab', weight: 700, italic: false }, fill: solid(linked('snow')) }),
        text('line', 'Line', p, 'Six walks from six platforms, with tea at the end', { box: { x: 150, y: 1010, width: 780, height: 110 }, fontSize: 42, lineHeight: 1.3, font: { family: 'Work Sans', weight: 400, italic: false }, fill: solid(linked('snow')) }),
      ]),
    },
  ];
}

const patterned = (tile: string, foreground: Fill['colour'], background: Fill['colour'] | null, more: Partial<Fill['pattern']> = {}): Fill => {
  const fill = solid(foreground);
  return { ...fill, kind: 'pattern', pattern: { ...fill.pattern, tile, foreground, background, ...more } };
};
