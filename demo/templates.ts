// Templates of the Ostrel Line: one for each kind of post, each with another treatment. Their words and photos are the
// campaign's own; whoever uses one puts others in.
import { makeBorder } from '../src/core/kinds/border';
import { FADE_SIDES, makeFade } from '../src/core/kinds/fade';
import { makeFill } from '../src/core/kinds/fill';
import type { Layer } from '../src/core/kinds/layers';
import { makePhoto, makePicture, type PhotoLayer } from '../src/core/kinds/photo';
import { makePlate } from '../src/core/kinds/plate';
import { makeText, type TextLayer } from '../src/core/kinds/text';
import { makeTint } from '../src/core/kinds/tint';
import { emptySlide, makePiece } from '../src/core/piece/make';
import type { Piece, Size } from '../src/core/piece/schema';
import { makeBacking, solid } from '../src/core/values/made';
import type { Role } from '../src/core/values/plain';
import { COLOURS, swatches } from './ostrel-line';

const linked = (swatch: keyof typeof COLOURS) => ({ swatch });
type Setting = Partial<TextLayer> & { at: [x: number, y: number, width: number, height: number] };

const HEAVY = { family: 'Archivo', weight: 800, italic: false },
  SLAB = { family: 'Zilla Slab', weight: 700, italic: false },
  SOFT = { family: 'Fraunces', weight: 600, italic: false },
  SLANTED = { family: 'Fraunces', weight: 400, italic: true },
  GRAND = { family: 'Playfair Display', weight: 700, italic: false },
  PLAIN = { family: 'Work Sans', weight: 500, italic: false },
  FIRM = { family: 'Work Sans', weight: 600, italic: false };

const TOP_LEFT = { horizontal: 'left', vertical: 'top' } as const,
  LOW_LEFT = { horizontal: 'left', vertical: 'bottom' } as const,
  MID_LEFT = { horizontal: 'left', vertical: 'middle' } as const,
  LOW_MID = { horizontal: 'centre', vertical: 'bottom' } as const;

/** What a template is built of, for its size. */
class Kit {
  constructor(
    readonly size: Size,
    private readonly asset: (file: string) => string,
  ) {}

  text(id: string, name: string, role: Role | null, words: string, { at: [x, y, width, height], ...set }: Setting) {
    return {
      ...makeText(id, words, this.size),
      lineHeight: 1.25,
      ...set,
      name,
      box: { x, y, width, height },
      ...(role ? { role } : {}),
    } satisfies TextLayer;
  }
  headline(words: string, set: Setting): TextLayer {
    return this.text('headline', 'Headline', 'headline', words, {
      font: HEAVY,
      lineHeight: 1.04,
      letterSpacing: -0.012,
      balance: true,
      fill: solid(linked('snow')),
      ...set,
    });
  }
  line(words: string, set: Setting, id = 'line', name = 'Line'): TextLayer {
    return this.text(id, name, 'line', words, { font: PLAIN, fill: solid(linked('snow')), ...set });
  }
  photo(file: string, name: string, more: Partial<PhotoLayer> = {}): PhotoLayer {
    return { ...makePhoto('photo', this.asset(file), name, this.size), role: 'photo', ...more };
  }
  mark(x: number, y: number, side: number, more: Partial<PhotoLayer> = {}): PhotoLayer {
    return {
      ...makePicture('mark', this.asset('ostrel-mark.svg'), 'Mark', this.size, { width: 240, height: 240 }),
      role: 'logo',
      box: { x, y, width: side, height: side },
      ...more,
    };
  }
}

function template(
  name: string,
  destination: string,
  asset: (file: string) => string,
  layers: (kit: Kit) => Layer[],
): Piece {
  const piece = makePiece(name, { destination }, () => 'slide-1'),
    kit = new Kit(piece.sizes[0], asset);
  piece.swatches = swatches;
  piece.template = true;
  piece.slides[0].layers = layers(kit);
  return piece;
}

/** Cover, point, invitation. */
function threeSlides(piece: Piece, asset: (file: string) => string): Piece {
  const kit = new Kit(piece.sizes[0], asset),
    ground = (colour: keyof typeof COLOURS) => ({
      ...makeFill('ground', COLOURS[colour], kit.size),
      name: 'Ground',
      fill: solid(linked(colour)),
    });
  return {
    ...piece,
    slides: [
      ...piece.slides,
      {
        ...emptySlide('slide-2', 'The point, in a sentence'),
        layers: [
          ground('spruce'),
          kit.line('Sit on the left: the water is on that side, all the way from Varn to the viaduct.', {
            at: [96, 400, 888, 420],
            font: GRAND,
            fontSize: 88,
            lineHeight: 1.14,
            balance: true,
            anchors: MID_LEFT,
          }),
        ],
      },
      {
        ...emptySlide('slide-3', 'What to do now'),
        layers: [
          kit.photo('lake-sill-winter.jpg', 'Lake Sill in winter'),
          makeTint('tint', '#14222a', 0.5, kit.size),
          kit.line('See the timetable', {
            at: [96, 600, 888, 130],
            font: GRAND,
            fontSize: 92,
            align: 'centre',
            lineHeight: 1.1,
            balance: true,
            anchors: { horizontal: 'centre', vertical: 'middle' },
          }),
          kit.mark(480, 1120, 120, { anchors: LOW_MID }),
        ],
      },
    ],
  };
}

/** @param asset gives the asset id of a picture file */
export function templatesOf(asset: (file: string) => string): { id: string; piece: Piece }[] {
  const of = (id: string, name: string, destination: string, layers: (kit: Kit) => Layer[]) => ({
    id: `template-${id}`,
    piece: template(name, destination, asset, layers),
  });
  return [
    of('square-low', 'Square: headline low', 'square-post', (k) => [
      k.photo('cairn-evening.jpg', 'Cairn Head, evening'),
      makeFade('fade', '#15211d', 0.8, k.size, { solid: 0.22, reach: 0.62 }),
      k.line('From 2 May', { at: [72, 706, 936, 50], font: FIRM, fontSize: 40, anchors: LOW_LEFT }),
      k.headline('The evening train runs again', { at: [72, 764, 936, 248], fontSize: 112, anchors: LOW_LEFT }),
    ]),
    of('square-label', 'Square: words on labels', 'square-post', (k) => [
      k.photo('forest-slope.jpg', 'Forest slope'),
      k.headline('Two halts for walkers', {
        at: [84, 600, 860, 250],
        font: SLAB,
        fontSize: 108,
        lineHeight: 1.2,
        letterSpacing: -0.005,
        fill: solid(linked('spruce')),
        backing: { ...makeBacking(linked('amber'), 0.9), padX: 0.22, padY: 0.2, radius: 0.04 },
        anchors: LOW_LEFT,
      }),
      k.line('Varn and Hollin, from spring', {
        at: [84, 900, 860, 60],
        font: FIRM,
        fontSize: 42,
        fill: solid(linked('snow')),
        backing: { ...makeBacking(linked('spruce'), 0.9), padX: 0.36, padY: 0.34, radius: 0.06 },
        anchors: LOW_LEFT,
      }),
    ]),
    of('square-quote', 'Square: a quotation', 'square-post', (k) => {
      const photo = k.photo('morning-mist.jpg', 'Morning mist');
      return [
        {
          ...photo,
          tone: { ...photo.tone, duotone: { on: true, dark: COLOURS.spruce, light: '#dfe6da' } },
        },
        makeTint('tint', '#10201a', 0.62, k.size),
        k.headline('You hear the valley before you see it', {
          at: [120, 340, 840, 220],
          font: SLANTED,
          fontSize: 96,
          lineHeight: 1.14,
          letterSpacing: 0,
          align: 'centre',
          anchors: { horizontal: 'centre', vertical: 'middle' },
        }),
        k.line('Mara Tellin, guard', {
          at: [120, 600, 840, 56],
          font: FIRM,
          fontSize: 38,
          align: 'centre',
          anchors: { horizontal: 'centre', vertical: 'middle' },
        }),
      ];
    }),
    of('square-notice', 'Square: a notice', 'square-post', (k) => {
      const photo = k.photo('lake-sill-winter.jpg', 'Lake Sill in winter');
      return [
        {
          ...photo,
          tone: {
            ...photo.tone,
            levels: { on: true, black: 200, white: 250 },
            saturation: { on: true, amount: -60 },
          },
        },
        k.headline('Winter hours', {
          at: [84, 96, 912, 240],
          font: GRAND,
          fontSize: 124,
          fill: solid(linked('spruce')),
          anchors: TOP_LEFT,
        }),
        k.line('Trains rest from November to April', {
          at: [88, 380, 880, 130],
          fontSize: 50,
          font: FIRM,
          fill: solid('#22302c'),
          anchors: TOP_LEFT,
        }),
        k.line(
          'The café at Lake Sill keeps its stove warm on Saturdays and Sundays, ten to four',
          { at: [88, 540, 880, 240], fontSize: 42, lineHeight: 1.4, fill: solid('#22302c'), anchors: TOP_LEFT },
          'small',
          'Small print',
        ),
        k.mark(88, 880, 112, { anchors: LOW_LEFT }),
      ];
    }),
    of('portrait-poster', 'Portrait: a poster', 'portrait-post', (k) => [
      k.photo('hollin-dawn.jpg', 'Hollin Pass at dawn'),
      makeFade('fade', '#1b2a3a', 0.75, k.size, { angle: FADE_SIDES.top, solid: 0.24, reach: 0.6 }),
      k.headline('Up by seven, above the clouds', {
        at: [90, 92, 920, 260],
        font: GRAND,
        fontSize: 124,
        lineHeight: 1.04,
        anchors: TOP_LEFT,
      }),
      k.line('Sundays in May, from Varn Halt', { at: [94, 384, 880, 60], fontSize: 46, anchors: TOP_LEFT }),
      k.mark(94, 1150, 110, { anchors: LOW_LEFT }),
    ]),
    of('portrait-split', 'Portrait: photo over colour', 'portrait-post', (k) => [
      { ...makeFill('ground', COLOURS.spruce, k.size), name: 'Ground', fill: solid(linked('spruce')) },
      k.photo('enamel-cup.jpg', 'Enamel cup', {
        box: { x: 0, y: 0, width: 1080, height: 860 },
        anchors: { horizontal: 'stretch', vertical: 'top' },
      }),
      k.headline('Tea on the first train', {
        at: [84, 930, 912, 220],
        font: SOFT,
        fontSize: 104,
        anchors: LOW_LEFT,
      }),
      k.line('Bring a cup, the stove is lit', {
        at: [86, 1190, 900, 60],
        fontSize: 44,
        fill: solid(linked('lichen')),
        anchors: LOW_LEFT,
      }),
    ]),
    of('portrait-frame', 'Portrait: framed', 'portrait-post', (k) => [
      k.photo('varn-fog.jpg', 'Fog on Varn Water'),
      makeTint('tint', '#13221d', 0.6, k.size),
      {
        ...makeBorder('frame', COLOURS.snow, k.size),
        fill: solid(linked('snow')),
        inset: 48,
        thickness: { top: 3, right: 3, bottom: 3, left: 3 },
      },
      k.line('The Ostrel Line', {
        at: [140, 150, 800, 56],
        font: FIRM,
        fontSize: 34,
        align: 'centre',
        case: 'upper',
        letterSpacing: 0.14,
        anchors: { horizontal: 'centre', vertical: 'top' },
      }),
      k.headline('Slow trains, long views', {
        at: [130, 480, 820, 400],
        font: GRAND,
        fontSize: 136,
        lineHeight: 1.04,
        align: 'centre',
        anchors: { horizontal: 'centre', vertical: 'middle' },
      }),
      k.line(
        'Open from 2 May',
        { at: [140, 1136, 800, 56], fontSize: 42, align: 'centre', anchors: LOW_MID },
        'foot',
        'Foot',
      ),
    ]),
    of('story-low', 'Story: headline low', 'story', (k) => [
      k.photo('platform-figure.jpg', 'Waiting at Varn Halt'),
      makeFade('fade', '#1a140f', 0.8, k.size, { solid: 0.26, reach: 0.6 }),
      k.headline('First on the platform', {
        at: [90, 1180, 900, 290],
        font: SOFT,
        fontSize: 138,
        lineHeight: 1.02,
        anchors: LOW_LEFT,
      }),
      k.line('Varn Halt, 5:40', { at: [94, 1500, 880, 66], font: FIRM, fontSize: 52, anchors: LOW_LEFT }),
    ]),
    of('story-card', 'Story: a card', 'story', (k) => [
      k.photo('lake-sill-autumn.jpg', 'Lake Sill in autumn'),
      {
        ...makePlate('plate', COLOURS.snow, 0.95, { x: 70, y: 1080, width: 940, height: 480 }, 60, [
          'headline',
          'line',
        ]),
        fill: solid(linked('snow')),
        padding: { top: 64, right: 64, bottom: 66, left: 64 },
        radius: [10, 10, 10, 10],
        shadows: [{ kind: 'drop', on: true, x: 0, y: 14, blur: 50, spread: 0, colour: '#0d1a14', opacity: 0.4 }],
      },
      k.headline('Six walks, six platforms', {
        at: [134, 1170, 812, 240],
        font: SLAB,
        fontSize: 108,
        fill: solid(linked('spruce')),
        anchors: LOW_LEFT,
      }),
      k.line('The autumn leaflet is out', {
        at: [136, 1440, 812, 60],
        fontSize: 48,
        fill: solid('#22302c'),
        anchors: LOW_LEFT,
      }),
    ]),
    {
      id: 'template-carousel',
      piece: threeSlides(
        template('Carousel: three slides', 'carousel', asset, (k) => [
          k.photo('snowed-rail.jpg', 'Rail in the snow'),
          makeFade('fade', '#16212b', 0.85, k.size, { solid: 0.24, reach: 0.6 }),
          k.headline('Which side of the train?', {
            at: [96, 930, 888, 300],
            font: GRAND,
            fontSize: 128,
            lineHeight: 1.02,
            anchors: LOW_LEFT,
          }),
        ]),
        asset,
      ),
    },
    of('banner', 'Profile banner: name at the right', 'profile-banner', (k) => [
      k.photo('morning-mist.jpg', 'Morning mist'),
      makeFade('fade', '#15232a', 0.75, k.size, { angle: FADE_SIDES.right, solid: 0.42, reach: 0.85 }),
      k.headline('The Ostrel Line', {
        at: [624, 96, 880, 112],
        font: SOFT,
        fontSize: 92,
        lineHeight: 1.05,
        align: 'end',
        anchors: { horizontal: 'right', vertical: 'middle' },
      }),
      k.line('Slow trains, long views', {
        at: [624, 224, 880, 54],
        font: SLANTED,
        fontSize: 42,
        align: 'end',
        anchors: { horizontal: 'right', vertical: 'middle' },
      }),
    ]),
    of('thumbnail', 'Video thumbnail: a few loud words', 'video-thumbnail', (k) => [
      k.photo('guards-watch.jpg', 'The guard’s watch', { flipX: true }),
      k.headline('Never late again', {
        at: [64, 150, 760, 420],
        fontSize: 156,
        lineHeight: 1.12,
        fill: solid(linked('spruce')),
        case: 'upper',
        backing: { ...makeBacking(linked('amber'), 0.9), padX: 0.16, padY: 0.14, radius: 0.02 },
        anchors: MID_LEFT,
      }),
    ]),
    of('tall', 'Tall picture: a leaf', 'tall-picture', (k) => [
      { ...makeFill('ground', COLOURS.snow, k.size), name: 'Ground', fill: solid(linked('snow')) },
      k.photo('morning-dew.jpg', 'Morning dew', {
        box: { x: 0, y: 440, width: 1000, height: 1060 },
        anchors: { horizontal: 'stretch', vertical: 'bottom' },
      }),
      k.line('Along the line', {
        at: [72, 84, 856, 54],
        font: FIRM,
        fontSize: 42,
        fill: solid(linked('slate')),
        anchors: TOP_LEFT,
      }),
      k.headline('What grows between the rails', {
        at: [70, 156, 860, 230],
        font: SOFT,
        fontSize: 98,
        fill: solid(linked('spruce')),
        anchors: TOP_LEFT,
      }),
    ]),
    of('link-card', 'Link card: words at the left', 'link-card', (k) => [
      k.photo('wet-window.jpg', 'Wet window at night'),
      makeFade('fade', '#14191f', 0.85, k.size, { angle: FADE_SIDES.left, solid: 0.34, reach: 0.85 }),
      k.headline('The last train, and who takes it', {
        at: [72, 176, 620, 180],
        font: SLAB,
        fontSize: 84,
        anchors: MID_LEFT,
      }),
      k.line('A night on the line', { at: [74, 384, 620, 50], font: FIRM, fontSize: 36, anchors: MID_LEFT }),
    ]),
    of('mail', 'Mail: colour beside the photo', 'email-header', (k) => [
      { ...makeFill('ground', COLOURS.slate, k.size), name: 'Ground', fill: solid(linked('slate')) },
      k.photo('water-glass.jpg', 'Water on the sill', {
        box: { x: 620, y: 0, width: 580, height: 400 },
        anchors: { horizontal: 'right', vertical: 'stretch' },
      }),
      k.headline('A quiet car on every train', {
        at: [56, 96, 520, 150],
        font: SOFT,
        fontSize: 66,
        anchors: MID_LEFT,
      }),
      k.line('From the first of March', { at: [58, 268, 520, 44], fontSize: 32, anchors: MID_LEFT }),
    ]),
    of('hero', 'Hero: words at the left', 'hero', (k) => [
      k.photo('lake-sill-autumn.jpg', 'Lake Sill in autumn'),
      makeFade('fade', '#10211d', 0.75, k.size, { angle: FADE_SIDES.left, solid: 0.3, reach: 0.8 }),
      {
        ...k.headline('Slow trains, long views', {
          at: [128, 270, 860, 290],
          font: SOFT,
          fontSize: 136,
          lineHeight: 1.02,
          anchors: MID_LEFT,
        }),
        heading: 'h1',
      },
      k.line('The line along Lake Sill runs again from 2 May', {
        at: [132, 576, 800, 110],
        fontSize: 40,
        lineHeight: 1.35,
        balance: true,
        anchors: MID_LEFT,
      }),
    ]),
    of('cover', 'Book cover: title low', 'book-cover', (k) => [
      k.photo('hollin-dawn.jpg', 'Hollin Pass at dawn'),
      makeFade('fade', '#141f2b', 0.9, k.size, { solid: 0.26, reach: 0.62 }),
      k.headline('The pass in all weathers', {
        at: [130, 1540, 1340, 690],
        font: SOFT,
        fontSize: 236,
        lineHeight: 1,
        anchors: LOW_LEFT,
      }),
      k.line('Mara Tellin', { at: [136, 2300, 1330, 110], font: FIRM, fontSize: 84, anchors: LOW_LEFT }),
    ]),
    of('talk', 'Slide: words on a panel', 'slide', (k) => [
      k.photo('ballast.jpg', 'Ballast'),
      {
        ...makePlate('plate', COLOURS.spruce, 0.94, { x: 96, y: 540, width: 1000, height: 420 }, 60, [
          'headline',
          'line',
        ]),
        fill: solid(linked('spruce')),
        padding: { top: 60, right: 72, bottom: 64, left: 72 },
      },
      k.headline('What a mile of track costs', {
        at: [168, 590, 900, 220],
        font: SLAB,
        fontSize: 98,
        anchors: LOW_LEFT,
      }),
      k.line('Members’ evening, Varn Halt', { at: [170, 840, 900, 60], fontSize: 44, anchors: LOW_LEFT }),
    ]),
  ];
}
