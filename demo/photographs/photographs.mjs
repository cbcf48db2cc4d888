// The demo photographs: what each shows and which difficulty it was made for.
// Viewpoints (a: eye x, y, z in metres and heading in radians) were found by viewpoints.mjs; b: land seed, sun azimuth
// from the heading, pitch, weather.
const lake = (name, title, difficulty, a, b, portrait = false) => ({
  name,
  title,
  difficulty,
  land: true,
  shader: 'lake',
  width: portrait ? 1400 : 2100,
  height: portrait ? 2100 : 1400,
  samples: 3,
  a,
  b,
});
const PEAK = [2096.589, 3, -12104.509, 1.995];
const TOWER = [-12445.448, 3, 21357.31, 4.889];
const HORN = [6751.268, 3, -613.647, 5.253];

export const PHOTOGRAPHS = [
  {
    name: 'enamel-cup',
    shader: 'cup',
    width: 2100,
    height: 1400,
    samples: 30,
    previewSamples: 10,
    title: 'Enamel cup',
    difficulty: 'plain wall, room on one side, a subject to cut out',
  },
  {
    name: 'wet-window',
    shader: 'night',
    width: 2100,
    height: 1400,
    samples: 5,
    previewSamples: 2,
    title: 'Wet window at night',
    difficulty: 'night lights',
  },
  {
    name: 'morning-mist',
    shader: 'conifers',
    width: 2100,
    height: 1400,
    samples: 4,
    previewSamples: 2,
    a: [0, 1.3, 0, 0],
    title: 'Morning mist',
    difficulty: 'fog over dark trees',
  },
  {
    name: 'forest-slope',
    shader: 'conifers',
    width: 2100,
    height: 1400,
    samples: 4,
    previewSamples: 2,
    a: [1, 2.1, 0, 0],
    title: 'Forest slope',
    difficulty: 'busy everywhere',
  },
  lake('lake-sill-winter', 'Lake Sill in winter', 'snow and blue sky', PEAK, [3.3, 0.9, 0.05, 1]),
  lake('lake-sill-autumn', 'Lake Sill in autumn', 'bright cloud, busy shore', PEAK, [3.3, 1.6, 0.05, 4]),
  lake('hollin-dawn', 'Hollin Pass at dawn', 'bright sky over dark land', TOWER, [3.3, -0.9, 0.05, 0]),
  lake('cairn-evening', 'Cairn Head, evening', 'portrait; low warm light', HORN, [3.3, -0.3, 0.1, 3], true),
  lake('varn-fog', 'Fog on Varn Water', 'fog, hardly any contrast', HORN, [3.3, 0.5, 0.04, 2]),
];
