// Pictures of the simulated picture service: how each is rendered, and by what it is found. Viewpoints were found by
// viewpoints.mjs and chosen by looking; they are smaller than the demo photographs, of which every piece is made.
const SIDES = [1080, 720];
const scene = (shader, samples, name, title, tags, a, b, portrait = false) => ({
  name,
  title,
  tags,
  shader,
  samples,
  land: shader === 'lake',
  width: SIDES[portrait ? 1 : 0],
  height: SIDES[portrait ? 0 : 1],
  a,
  b,
});
const lake = (...about) => scene('lake', 2, ...about);

export const OUTSIDE = [
  lake(
    'tower-rock',
    'The Tower at first light',
    ['mountain', 'lake', 'dawn', 'calm', 'rock'],
    [-15265.82, 3, -23116.65, 2.257],
    [3.3, 0.9, 0.06, 0],
  ),
  lake(
    'white-flank',
    'White flank above the lake',
    ['mountain', 'winter', 'snow', 'lake', 'blue'],
    [2136.16, 3, 1964.12, 4.27],
    [3.3, -0.9, 0.06, 1],
  ),
  lake(
    'amber-wall',
    'Amber wall',
    ['rock', 'evening', 'lake', 'warm', 'cliff'],
    [-5443.61, 3, 1167.91, 0.83],
    [3.3, 1.6, 0.06, 3],
  ),
  lake(
    'glitter',
    'Glitter on Lake Sill',
    ['lake', 'autumn', 'sun', 'backlight', 'water'],
    [79.68, 3, -15899.35, 1.755],
    [3.3, -0.4, 0.06, 4],
  ),
  lake(
    'twin-shore',
    'Snow on the far shore',
    ['winter', 'snow', 'mountain', 'reflection', 'lake'],
    [-10463, 3, 20224.05, 0.32],
    [3.3, -0.9, 0.06, 1],
  ),
  lake(
    'chalk-walls',
    'Chalk walls in autumn',
    ['cliff', 'autumn', 'lake', 'clouds', 'day'],
    [1839.89, 3, -29923.6, 5.247],
    [3.3, 1.6, 0.06, 4],
  ),
  lake(
    'white-morning',
    'White morning',
    ['fog', 'calm', 'minimal', 'lake', 'pale'],
    [-2072.45, 3, -76.63, 4.949],
    [3.3, -0.4, 0.06, 2],
    true,
  ),
  lake(
    'pyramid-dawn',
    'Pyramid at dawn',
    ['mountain', 'dawn', 'reflection', 'lake', 'calm'],
    [-8200.88, 3, 26238.85, 5.265],
    [8.1, 0.9, 0.06, 0],
  ),
  lake(
    'steep-winter',
    'Steep in winter',
    ['winter', 'snow', 'mountain', 'sky', 'blue'],
    [28244.06, 3, -2716.8, 1.835],
    [8.1, -0.9, 0.06, 1],
    true,
  ),
  lake(
    'dark-shoulder',
    'Dark shoulder at dusk',
    ['evening', 'silhouette', 'clouds', 'lake', 'warm'],
    [-6701.92, 3, -6524.91, 4.889],
    [8.1, 1.6, 0.06, 3],
  ),
  lake(
    'blue-cone',
    'Blue cone',
    ['mountain', 'autumn', 'lake', 'clouds', 'sun'],
    [-6626.86, 3, -20523.44, 2.26],
    [8.1, -0.4, 0.06, 4],
    true,
  ),
  lake(
    'three-hills',
    'Three hills, still water',
    ['reflection', 'dawn', 'lake', 'hills', 'calm'],
    [14656.51, 3, 28055.36, 1.264],
    [8.1, 0.9, 0.06, 0],
  ),
  lake(
    'lone-peak',
    'The lone peak',
    ['winter', 'snow', 'peak', 'reflection', 'blue'],
    [-25994.05, 3, -7371.18, 1.15],
    [8.1, -0.9, 0.06, 1],
  ),
  lake(
    'veil',
    'Veil over Varn Water',
    ['fog', 'calm', 'mist', 'pale', 'mountain'],
    [-17594.6, 3, 15891, 0.434],
    [8.1, -0.4, 0.06, 2],
  ),
  lake(
    'last-light',
    'Last light',
    ['evening', 'silhouette', 'warm', 'lake', 'clouds'],
    [21805.8, 3, -14977.29, 1.222],
    [12.7, 1.6, 0.06, 3],
  ),
  lake(
    'arrowhead',
    'Arrowhead',
    ['mountain', 'autumn', 'lake', 'backlight', 'peak'],
    [29846.74, 3, -14526.58, 4.171],
    [12.7, -0.4, 0.06, 4],
    true,
  ),
  lake(
    'golden-shore',
    'Golden shore',
    ['autumn', 'cliff', 'trees', 'lake', 'reflection'],
    [25459.74, 3, -11434.11, 2.168],
    [12.7, 1.6, 0.06, 4],
  ),
  scene(
    'conifers',
    3,
    'spruce-mist',
    'Spruces in the mist',
    ['forest', 'mist', 'dawn', 'trees', 'warm'],
    [0, 4.7, 0, 0],
  ),
  scene(
    'conifers',
    3,
    'hazy-ranks',
    'Hazy ranks',
    ['forest', 'mist', 'trees', 'calm', 'pale'],
    [0, 8.3, 0, 0],
    undefined,
    true,
  ),
  scene('canopy', 2, 'tree-tops', 'Tree tops', ['forest', 'busy', 'green', 'trees', 'above'], [5.3, -0.42, 2.2, 0.3]),
  scene(
    'canopy',
    2,
    'deep-wood',
    'Deep wood',
    ['forest', 'green', 'trees', 'mist', 'above'],
    [8.9, -0.5, -0.8, 0.9],
    undefined,
    true,
  ),
  scene(
    'night',
    4,
    'station-lamps',
    'Station lamps in the rain',
    ['night', 'rain', 'lights', 'window', 'dark'],
    [0, 11, 0, 0],
  ),
  scene(
    'night',
    4,
    'late-arrival',
    'A late arrival',
    ['night', 'rain', 'lights', 'window', 'dark'],
    [0, 37, 0, 0],
    undefined,
    true,
  ),
  scene('dew', 3, 'grass-morning', 'Grass in the morning', ['grass', 'dew', 'macro', 'green', 'soft'], [0, 5, 0, 0]),
];

/** Made-up authors and licences, by turns. */
const AUTHORS = ['Mira Solberg-Kay', 'Tobin Arrowsmith', 'Ines Valdur', 'Jonah Peltier-Roe', 'Sefa Lindqvist-Oram'];
const LICENCES = [
  { licence: 'Far Shore, free with the author’s name', named: true },
  { licence: 'Far Shore, free', named: false },
];

/** What the simulated service says of its pictures. */
export const catalogue = () =>
  OUTSIDE.map(({ name, title, tags, width, height }, i) => ({
    id: name,
    title,
    tags,
    width,
    height,
    author: AUTHORS[i % AUTHORS.length],
    ...LICENCES[i % 3 === 2 ? 1 : 0],
  }));
