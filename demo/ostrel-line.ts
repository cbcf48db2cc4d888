// The demo campaign: a small scenic mountain railway that re-opens for the season. All of it is made up.
import { makePhoto, makePiece, makeText, makeTint, solid } from '../src/core/piece/make';
import type { Layer, Piece, TextLayer } from '../src/core/piece/schema';

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

const swatches: Piece['swatches'] = Object.entries(COLOURS).map(([name, colour]) => ({ id: name, name: name[0].toUpperCase() + name.slice(1), colour, house: true }));

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
  ];
}
