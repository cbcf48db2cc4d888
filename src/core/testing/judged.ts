// Pictures judged by eye: ways through for one text on one photograph of the demo, the best first; those that are as
// good as each other stand together. What each of them measured when it was judged stands beside it. The cost of a
// treatment is fitted to these (`remedy/cost.ts`), and held against them by `judged.test.ts` and the bench.

/** A way as it was judged: percent kept, marks and edge of `PhotoKept`. */
export interface JudgedWay {
  kind: 'fade' | 'pool' | 'plate' | 'backing' | 'shadow' | 'tint';
  kept: number;
  marks: number;
  edge: number;
}

/** The text on the square slide; `TEXT` where left out. */
export interface JudgedText {
  y: number;
  x?: number;
  text?: string;
  size?: number;
  weight?: number;
  align?: 'centre';
  dark?: boolean;
}

export interface Judged {
  photo: string;
  text: JudgedText;
  why: string;
  /** The best first. */
  tiers: JudgedWay[][];
}

export const TEXT = { x: 70, text: 'Slow trains,\nlong views', size: 84, weight: 700 };

export const JUDGED: readonly Judged[] = [
  {
    photo: 'cairn-evening',
    text: { y: 120 },
    why: 'the fade is an evening sky; boxes are clean but float; a cushion of soot lies on the clouds',
    tiers: [
      [{ kind: 'fade', kept: 70.9, marks: 0.0, edge: 8.35 }],
      [
        { kind: 'backing', kept: 93.2, marks: 0.98, edge: 3.59 },
        { kind: 'plate', kept: 92.7, marks: 1.04, edge: 3.76 },
      ],
      [{ kind: 'pool', kept: 92.4, marks: 1.89, edge: 20.66 }],
      [
        { kind: 'tint', kept: 39.7, marks: 0.0, edge: 1.15 },
        { kind: 'shadow', kept: 93.6, marks: 5.73, edge: 25.96 },
      ],
    ],
  },
  {
    photo: 'lake-sill-winter',
    text: { y: 120 },
    why: 'the fade deepens the sky; grey boxes cover the summit; the cushion is a smudge on blue',
    tiers: [
      [{ kind: 'fade', kept: 77.0, marks: 0.0, edge: 2.42 }],
      [
        { kind: 'backing', kept: 94.6, marks: 0.98, edge: 2.92 },
        { kind: 'plate', kept: 94.4, marks: 1.04, edge: 3.21 },
      ],
      [{ kind: 'pool', kept: 94.1, marks: 0.54, edge: 15.9 }],
      [
        { kind: 'shadow', kept: 94.5, marks: 5.32, edge: 24.27 },
        { kind: 'tint', kept: 50.3, marks: 0.0, edge: 0.68 },
      ],
    ],
  },
  {
    photo: 'morning-mist',
    text: { y: 420 },
    why: 'a label stands well before the trees; a fade takes the light out of all of the mist',
    tiers: [
      [
        { kind: 'backing', kept: 94.2, marks: 0.98, edge: 2.43 },
        { kind: 'plate', kept: 93.9, marks: 1.03, edge: 2.39 },
      ],
      [{ kind: 'pool', kept: 93.9, marks: 0.45, edge: 13.12 }],
      [{ kind: 'fade', kept: 69.6, marks: 0.0, edge: 9.09 }],
      [
        { kind: 'shadow', kept: 94.2, marks: 5.49, edge: 18.52 },
        { kind: 'tint', kept: 47.5, marks: 0.0, edge: 0.47 },
      ],
    ],
  },
  {
    photo: 'varn-fog',
    text: { y: 800 },
    why: 'dusk rises from the water; a cloud round the words belongs to nothing',
    tiers: [
      [{ kind: 'fade', kept: 83.6, marks: 0.0, edge: 5.11 }],
      [
        { kind: 'backing', kept: 96.0, marks: 0.98, edge: 3.27 },
        { kind: 'plate', kept: 95.6, marks: 1.04, edge: 3.36 },
      ],
      [{ kind: 'pool', kept: 92.8, marks: 0.0, edge: 9.22 }],
      [
        { kind: 'tint', kept: 58.3, marks: 0.0, edge: 0.54 },
        { kind: 'shadow', kept: 94.3, marks: 4.42, edge: 28.26 },
      ],
    ],
  },
  {
    photo: 'cairn-evening',
    text: {
      y: 820,
      text: 'Book a seat by the window and watch\nthe lake go by, all the way to Hollin',
      size: 44,
      weight: 500,
    },
    why: 'small type on dark water: the fade is hardly seen, the backing is a tidy caption',
    tiers: [
      [
        { kind: 'fade', kept: 80.4, marks: 0.0, edge: 3.71 },
        { kind: 'backing', kept: 96.1, marks: 0.16, edge: 0.24 },
      ],
      [{ kind: 'plate', kept: 95.4, marks: 1.21, edge: 2.34 }],
      [{ kind: 'pool', kept: 95.3, marks: 1.36, edge: 6.57 }],
      [
        { kind: 'shadow', kept: 95.9, marks: 5.22, edge: 13.96 },
        { kind: 'tint', kept: 39.8, marks: 0.0, edge: 1.15 },
      ],
    ],
  },
  {
    photo: 'hollin-dawn',
    text: { y: 800 },
    why: 'the near water is darker, as it would be; the patch is hardly seen on ripples',
    tiers: [
      [{ kind: 'fade', kept: 84.2, marks: 0.0, edge: 0.57 }],
      [{ kind: 'pool', kept: 94.6, marks: 0.1, edge: 7.54 }],
      [
        { kind: 'backing', kept: 95.3, marks: 0.98, edge: 2.04 },
        { kind: 'plate', kept: 94.6, marks: 1.01, edge: 2.07 },
      ],
      [{ kind: 'shadow', kept: 95.6, marks: 2.96, edge: 12.57 }],
      [{ kind: 'tint', kept: 48.1, marks: 0.0, edge: 1.0 }],
    ],
  },
  {
    photo: 'hollin-dawn',
    text: { x: 90, y: 420, text: 'All stops at Varn,\nLake Sill and Cairn\nevery hour', size: 72, align: 'centre' },
    why: 'over the dark wood a soft patch is not seen at all; half a grey sky is',
    tiers: [
      [
        { kind: 'pool', kept: 93.5, marks: 0.54, edge: 4.42 },
        { kind: 'shadow', kept: 96.0, marks: 0.35, edge: 6.99 },
      ],
      [{ kind: 'plate', kept: 92.7, marks: 1.13, edge: 1.89 }],
      [{ kind: 'backing', kept: 94.2, marks: 1.23, edge: 1.91 }],
      [{ kind: 'fade', kept: 61.1, marks: 0.0, edge: 1.29 }],
      [{ kind: 'tint', kept: 43.3, marks: 0.0, edge: 1.21 }],
    ],
  },
  {
    photo: 'hollin-dawn',
    text: { x: 560, y: 160, text: 'From 2 May', size: 64 },
    why: 'a label on bright clouds; the fade makes bad weather',
    tiers: [
      [
        { kind: 'backing', kept: 97.8, marks: 0.64, edge: 2.24 },
        { kind: 'plate', kept: 97.6, marks: 0.68, edge: 2.44 },
      ],
      [{ kind: 'fade', kept: 76.6, marks: 0.0, edge: 4.05 }],
      [
        { kind: 'shadow', kept: 98.1, marks: 1.95, edge: 8.5 },
        { kind: 'pool', kept: 97.1, marks: 1.76, edge: 11.04 },
      ],
      [{ kind: 'tint', kept: 48.0, marks: 0.0, edge: 0.86 }],
    ],
  },
  {
    photo: 'lake-sill-autumn',
    text: { y: 800 },
    why: 'the near water deepens; boxes cover the reflection',
    tiers: [
      [{ kind: 'fade', kept: 83.8, marks: 0.0, edge: 0.62 }],
      [{ kind: 'pool', kept: 94.6, marks: 0.0, edge: 4.55 }],
      [
        { kind: 'backing', kept: 95.4, marks: 0.97, edge: 1.24 },
        { kind: 'plate', kept: 94.9, marks: 0.99, edge: 1.29 },
        { kind: 'shadow', kept: 96.0, marks: 1.11, edge: 9.22 },
      ],
      [{ kind: 'tint', kept: 49.1, marks: 0.0, edge: 0.56 }],
    ],
  },
  {
    photo: 'lake-sill-autumn',
    text: {
      y: 820,
      text: 'Book a seat by the window and watch\nthe lake go by, all the way to Hollin',
      size: 44,
      weight: 500,
    },
    why: 'a caption, or darker water; the plate is larger than it need be',
    tiers: [
      [
        { kind: 'fade', kept: 78.5, marks: 0.0, edge: 1.57 },
        { kind: 'backing', kept: 95.4, marks: 0.16, edge: 0.39 },
      ],
      [{ kind: 'plate', kept: 94.6, marks: 1.21, edge: 1.49 }],
      [{ kind: 'pool', kept: 94.5, marks: 2.6, edge: 4.29 }],
      [
        { kind: 'shadow', kept: 95.6, marks: 4.96, edge: 6.16 },
        { kind: 'tint', kept: 28.5, marks: 0.0, edge: 1.1 },
      ],
    ],
  },
  {
    photo: 'lake-sill-autumn',
    text: { x: 90, y: 420, text: 'All stops at Varn,\nLake Sill and Cairn\nevery hour', size: 72, align: 'centre' },
    why: 'on rock and wood a soft patch is not seen; the stepped box is; half of the picture goes dull',
    tiers: [
      [{ kind: 'pool', kept: 91.7, marks: 0.81, edge: 3.65 }],
      [
        { kind: 'plate', kept: 90.8, marks: 1.15, edge: 0.96 },
        { kind: 'backing', kept: 92.7, marks: 1.24, edge: 0.96 },
        { kind: 'shadow', kept: 93.3, marks: 5.23, edge: 4.49 },
      ],
      [{ kind: 'fade', kept: 59.3, marks: 0.0, edge: 1.44 }],
      [{ kind: 'tint', kept: 40.9, marks: 0.0, edge: 0.82 }],
    ],
  },
  {
    photo: 'forest-slope',
    text: { y: 420, dark: true },
    why: 'mist among the trees; light boxes lie on them; a fade washes out half the wood',
    tiers: [
      [{ kind: 'pool', kept: 94.5, marks: 0.0, edge: 1.02 }],
      [
        { kind: 'backing', kept: 95.0, marks: 0.97, edge: 0.26 },
        { kind: 'plate', kept: 94.4, marks: 1.02, edge: 0.19 },
      ],
      [{ kind: 'shadow', kept: 95.9, marks: 2.08, edge: 1.34 }],
      [{ kind: 'fade', kept: 69.4, marks: 0.0, edge: 0.52 }],
      [{ kind: 'tint', kept: 47.2, marks: 0.0, edge: 0.09 }],
    ],
  },
  {
    photo: 'wet-window',
    text: { y: 420, dark: true },
    why: 'all of it is much; the crisp label is the least of it, the light side ends like a curtain',
    tiers: [
      [
        { kind: 'backing', kept: 93.1, marks: 0.98, edge: 1.61 },
        { kind: 'plate', kept: 92.3, marks: 1.02, edge: 1.82 },
      ],
      [
        { kind: 'shadow', kept: 94.4, marks: 4.92, edge: 12.29 },
        { kind: 'pool', kept: 89.0, marks: 0.0, edge: 16.84 },
        { kind: 'fade', kept: 56.1, marks: 0.0, edge: 11.26 },
      ],
      [{ kind: 'tint', kept: 26.0, marks: 0.0, edge: 0.82 }],
    ],
  },
  {
    photo: 'wet-window',
    text: { x: 90, y: 420, text: 'All stops at Varn,\nLake Sill and Cairn\nevery hour', size: 72, align: 'centre' },
    why: 'dark patch on a dark window; a box of three steps',
    tiers: [
      [{ kind: 'pool', kept: 94.8, marks: 0.01, edge: 1.62 }],
      [
        { kind: 'plate', kept: 94.3, marks: 0.48, edge: 1.89 },
        { kind: 'fade', kept: 78.5, marks: 0.0, edge: 1.16 },
      ],
      [{ kind: 'backing', kept: 95.2, marks: 1.22, edge: 2.61 }],
      [{ kind: 'shadow', kept: 95.5, marks: 1.34, edge: 12.18 }],
      [{ kind: 'tint', kept: 66.2, marks: 0.0, edge: 0.52 }],
    ],
  },
  {
    photo: 'morning-mist',
    text: { y: 800 },
    why: 'hardly anything is needed: what has no outline wins',
    tiers: [
      [
        { kind: 'fade', kept: 90.5, marks: 0.0, edge: 1.1 },
        { kind: 'pool', kept: 97.2, marks: 0.0, edge: 1.0 },
        { kind: 'shadow', kept: 98.1, marks: 0.0, edge: 2.28 },
      ],
      [
        { kind: 'plate', kept: 97.0, marks: 0.77, edge: 0.94 },
        { kind: 'backing', kept: 97.5, marks: 0.83, edge: 0.81 },
      ],
      [{ kind: 'tint', kept: 68.4, marks: 0.0, edge: 0.23 }],
    ],
  },
  {
    photo: 'varn-fog',
    text: {
      y: 820,
      text: 'Book a seat by the window and watch\nthe lake go by, all the way to Hollin',
      size: 44,
      weight: 500,
    },
    why: 'a caption; the fade ends in a dark bank',
    tiers: [
      [{ kind: 'backing', kept: 95.2, marks: 0.16, edge: 0.71 }],
      [{ kind: 'plate', kept: 94.4, marks: 1.21, edge: 4.05 }],
      [{ kind: 'fade', kept: 73.9, marks: 0.0, edge: 13.72 }],
      [{ kind: 'pool', kept: 93.9, marks: 3.42, edge: 12.93 }],
      [
        { kind: 'shadow', kept: 94.8, marks: 5.66, edge: 21.66 },
        { kind: 'tint', kept: 28.6, marks: 0.0, edge: 1.12 },
      ],
    ],
  },
  {
    photo: 'lake-sill-winter',
    text: { y: 800, dark: true },
    why: 'light comes up from the water; boxes lie on the reflection',
    tiers: [
      [{ kind: 'fade', kept: 85.5, marks: 0.0, edge: 1.0 }],
      [{ kind: 'pool', kept: 95.3, marks: 0.0, edge: 7.29 }],
      [
        { kind: 'backing', kept: 95.7, marks: 0.95, edge: 2.27 },
        { kind: 'plate', kept: 95.1, marks: 0.94, edge: 2.29 },
      ],
      [
        { kind: 'shadow', kept: 95.3, marks: 2.27, edge: 17.44 },
        { kind: 'tint', kept: 64.6, marks: 0.0, edge: 0.93 },
      ],
    ],
  },
  {
    photo: 'enamel-cup',
    text: { y: 120 },
    why: 'so little is needed that only outlines are seen',
    tiers: [
      [
        { kind: 'fade', kept: 95.7, marks: 0.0, edge: 0.15 },
        { kind: 'shadow', kept: 99.1, marks: 0.0, edge: 1.66 },
      ],
      [{ kind: 'pool', kept: 98.5, marks: 0.0, edge: 0.49 }],
      [{ kind: 'tint', kept: 87.5, marks: 0.0, edge: 0.1 }],
      [
        { kind: 'plate', kept: 98.5, marks: 0.27, edge: 1.26 },
        { kind: 'backing', kept: 98.7, marks: 0.6, edge: 1.31 },
      ],
    ],
  },
  {
    photo: 'enamel-cup',
    text: { x: 90, y: 420, text: 'All stops at Varn,\nLake Sill and Cairn\nevery hour', size: 72, align: 'centre' },
    why: 'the label covers the cup honestly; the patch stains it',
    tiers: [
      [
        { kind: 'backing', kept: 91.8, marks: 1.24, edge: 2.54 },
        { kind: 'plate', kept: 90.0, marks: 1.28, edge: 2.65 },
      ],
      [{ kind: 'pool', kept: 91.3, marks: 0.72, edge: 11.82 }],
      [{ kind: 'fade', kept: 60.2, marks: 0.0, edge: 5.19 }],
      [
        { kind: 'shadow', kept: 92.4, marks: 8.03, edge: 18.11 },
        { kind: 'tint', kept: 39.1, marks: 0.0, edge: 0.36 },
      ],
    ],
  },
  {
    photo: 'wet-window',
    text: {
      y: 820,
      text: 'Book a seat by the window and watch\nthe lake go by, all the way to Hollin',
      size: 44,
      weight: 500,
    },
    why: 'nothing of these is seen',
    tiers: [
      [
        { kind: 'fade', kept: 87.9, marks: 0.0, edge: 1.29 },
        { kind: 'backing', kept: 97.5, marks: 0.16, edge: 0.35 },
        { kind: 'pool', kept: 96.9, marks: 0.19, edge: 6.12 },
      ],
      [{ kind: 'plate', kept: 96.9, marks: 1.21, edge: 2.65 }],
      [{ kind: 'shadow', kept: 97.4, marks: 1.68, edge: 12.16 }],
      [{ kind: 'tint', kept: 68.5, marks: 0.0, edge: 0.38 }],
    ],
  },
  {
    photo: 'varn-fog',
    text: { x: 90, y: 420, text: 'All stops at Varn,\nLake Sill and Cairn\nevery hour', size: 72, align: 'centre' },
    why: 'one box rather than three steps; everything soft is a stain in the fog',
    tiers: [
      [{ kind: 'plate', kept: 89.1, marks: 1.28, edge: 4.78 }],
      [{ kind: 'backing', kept: 90.6, marks: 1.24, edge: 4.65 }],
      [{ kind: 'pool', kept: 89.7, marks: 3.54, edge: 24.54 }],
      [
        { kind: 'shadow', kept: 91.2, marks: 9.48, edge: 39.62 },
        { kind: 'fade', kept: 52.6, marks: 0.0, edge: 14.9 },
        { kind: 'tint', kept: 36.6, marks: 0.0, edge: 1.03 },
      ],
    ],
  },
  {
    photo: 'lake-sill-winter',
    text: { x: 90, y: 420, text: 'All stops at Varn,\nLake Sill and Cairn\nevery hour', size: 72, align: 'centre' },
    why: 'snow and rock hide what is soft and what is not; only half a dark picture is worse',
    tiers: [
      [
        { kind: 'pool', kept: 90.6, marks: 1.2, edge: 4.05 },
        { kind: 'plate', kept: 89.4, marks: 1.23, edge: 1.46 },
        { kind: 'backing', kept: 91.3, marks: 1.24, edge: 1.33 },
      ],
      [{ kind: 'shadow', kept: 92.6, marks: 5.97, edge: 5.64 }],
      [{ kind: 'fade', kept: 53.7, marks: 0.0, edge: 2.74 }],
      [{ kind: 'tint', kept: 35.5, marks: 0.0, edge: 1.59 }],
    ],
  },
  {
    photo: 'cairn-evening',
    text: { x: 90, y: 420, text: 'All stops at Varn,\nLake Sill and Cairn\nevery hour', size: 72, align: 'centre' },
    why: 'one box rather than three steps; the patch is a stain on pale sky and slopes',
    tiers: [
      [
        { kind: 'plate', kept: 90.1, marks: 1.28, edge: 4.08 },
        { kind: 'backing', kept: 91.5, marks: 1.24, edge: 3.85 },
      ],
      [{ kind: 'pool', kept: 90.8, marks: 1.22, edge: 16.27 }],
      [{ kind: 'fade', kept: 57.5, marks: 0.0, edge: 5.18 }],
      [
        { kind: 'tint', kept: 39.7, marks: 0.0, edge: 1.15 },
        { kind: 'shadow', kept: 91.5, marks: 8.21, edge: 30.0 },
      ],
    ],
  },
  {
    photo: 'morning-mist',
    text: { x: 560, y: 160, text: 'From 2 May', size: 64 },
    why: 'a label in the light; everything else is soot, or bad weather',
    tiers: [
      [
        { kind: 'backing', kept: 97.7, marks: 0.64, edge: 2.44 },
        { kind: 'plate', kept: 97.4, marks: 0.68, edge: 2.59 },
      ],
      [
        { kind: 'pool', kept: 97.2, marks: 2.11, edge: 12.07 },
        { kind: 'shadow', kept: 98.1, marks: 2.07, edge: 9.88 },
      ],
      [{ kind: 'fade', kept: 74.8, marks: 0.0, edge: 10.15 }],
      [{ kind: 'tint', kept: 38.5, marks: 0.0, edge: 0.61 }],
    ],
  },
];
