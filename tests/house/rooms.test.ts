// The rooms of the house: each uses only what lies below it, and no files go in a circle; types count like everything
// else.
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import ts from 'typescript';

/** From the ground up. Rooms of one line do not use each other. */
const ROOMS = [
  ['core/ground'],
  ['core/colour'],
  ['core/values'],
  ['core/type', 'core/photo', 'core/pattern', 'core/lettering'],
  ['core/paint'],
  ['core/kinds'],
  ['core/piece'],
  ['core/house', 'core/scene'],
  ['core/arrange'],
  ['core/reading'],
  ['core/remedy', 'core/format', 'core/places', 'core/posting'],
  ['core/filling'],
  ['contract'],
  ['server', 'workers'],
  ['interface/shared'],
  ['interface/templates', 'interface/house'],
  ['interface/batches', 'interface/start', 'interface/stand-in', 'interface/bench/state'],
  ['interface/calendar'],
  ['interface/bench/keeping'],
  ['interface/bench/commands'],
  ['interface/bench/measuring'],
  ['interface/bench/fields'],
  ['interface/bench/kinds'],
  ['interface/bench/slides', 'interface/bench/shelf'],
  [
    'interface/bench/controls',
    'interface/bench/handing',
    'interface/bench/places',
    'interface/bench/reading',
    'interface/bench/stack',
    'interface/bench/stage',
    'interface/bench/versions',
  ],
  ['interface/bench'],
];
/** The page asks the server by its contract alone. */
const NEVER: [string, string][] = [['interface', 'server']];

const root = join(process.cwd(), 'src');
const files = readdirSync(root, { recursive: true, encoding: 'utf8' }).filter(
  (f) => /\.tsx?$/.test(f) && !/\.(?:test|d)\.tsx?$/.test(f) && !f.startsWith('core/testing/'),
);
const within = new Set(files);

/** Files of the house that a file imports, for values or for types. */
function importsOf(file: string): string[] {
  const { importedFiles } = ts.preProcessFile(readFileSync(join(root, file), 'utf8'), true, true);
  return importedFiles.flatMap(({ fileName }) => {
    if (!fileName.startsWith('.')) return [];
    const to = relative(root, join(root, dirname(file), fileName));
    return ['.ts', '.tsx', '/index.ts', '']
      .map((end) => to + end)
      .filter((f) => within.has(f))
      .slice(0, 1);
  });
}
const arrows = new Map(files.map((f) => [f, importsOf(f)]));
/** The innermost room in which a file stands. */
const roomOf = (file: string): { room: string; floor: number } | null =>
  ROOMS.flatMap((row, floor) => row.map((room) => ({ room, floor })))
    .filter(({ room }) => file.startsWith(`${room}/`))
    .sort((a, b) => b.room.length - a.room.length)[0] ?? null;

it('every file stands in a room', () => {
  expect(files.filter((f) => !roomOf(f))).toEqual([]);
  for (const row of ROOMS)
    for (const room of row) expect({ room, there: existsSync(join(root, room)) }).toEqual({ room, there: true });
});

it('no room uses one above it, nor its neighbour', () => {
  const wrong = [...arrows].flatMap(([from, all]) =>
    all.flatMap((to) => {
      const a = roomOf(from)!,
        b = roomOf(to)!;
      const never = NEVER.some(([x, y]) => a.room.startsWith(x) && b.room.startsWith(y));
      return a.room !== b.room && (b.floor >= a.floor || never) ? [`${from} -> ${to}`] : [];
    }),
  );
  expect(wrong).toEqual([]);
});

it('no files go in a circle', () => {
  const done = new Set<string>(),
    circles: string[] = [];
  const visit = (file: string, path: string[]): void => {
    if (path.includes(file)) return void circles.push([...path.slice(path.indexOf(file)), file].join(' -> '));
    if (done.has(file)) return;
    for (const to of arrows.get(file) ?? []) visit(to, [...path, file]);
    done.add(file);
  };
  for (const f of files) visit(f, []);
  expect(circles).toEqual([]);
});
