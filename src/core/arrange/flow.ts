// How the message of a section flows between two of its layouts: rows as high as their texts, groups of them that push
// each other, and room above, between and below, which gives way or grows on the sides that are not held to. The page
// that is handed over is laid out by the same rooms (format/html/place.ts), so that it stands as it is measured.
import { type Box, union } from '../ground/box';
import { blocksOf, type Hold, holdOf, type Item, rowsOf } from './blocks';

/** A length at the narrower and at the wider of two layouts, CSS px. */
export type Ends = readonly [number, number];

/** What stands together in every layout, by id. */
export type Group = readonly string[];

/** Room above, between or below groups. */
export interface Room {
  /** As large as it is; of one that gives way, by how much it is larger than the smallest of those. */
  size: Ends;
  gives: boolean;
  /** What one that gives way keeps at least, besides. */
  least: Ends;
}

export interface Row {
  ids: string[];
  /** How far each stands below the row above. */
  gaps: ReadonlyMap<string, Ends>;
}

export interface Flow {
  groups: Row[][];
  /** One more than there are groups. */
  rooms: Room[];
}

/**
 * The message in groups, in the order in which the narrowest layout is read. Groups that stand one over the other in
 * every layout push each other: they are one column; others share the section.
 * @param layouts what stands in each, from the narrowest to the widest
 * @returns columns of groups
 */
export function columnsOf(layouts: readonly (readonly Item[])[]): Group[][] {
  const parent = new Map<string, string>(),
    root = (id: string): string => {
      const p = parent.get(id);
      return p === undefined || p === id ? id : root(p);
    };
  for (const items of layouts)
    for (const { items: own } of blocksOf(items)) {
      for (const { layer } of own) if (!parent.has(layer.id)) parent.set(layer.id, layer.id);
      for (const { layer } of own) parent.set(root(layer.id), root(own[0].layer.id));
    }
  const reading = rowsOf(layouts[0])
    .flat()
    .map((i) => i.layer.id);
  for (const id of parent.keys()) if (!reading.includes(id)) reading.push(id);
  const groups: string[][] = [];
  for (const id of reading) {
    const of = groups.find((g) => root(g[0]) === root(id));
    if (of) of.push(id);
    else groups.push([id]);
  }
  const boxOf = (group: Group, items: readonly Item[]): Box | null => {
    const own = items.filter((i) => group.includes(i.layer.id));
    return own.length ? union(own.map((i) => i.frame)) : null;
  };
  const follows = (a: Group, b: Group): boolean =>
    layouts.every((items) => {
      const p = boxOf(a, items),
        q = boxOf(b, items);
      return !p || !q || p.y + p.height <= q.y + 1;
    });
  const ordered = groups.every((g, i) => i === 0 || follows(groups[i - 1], g));
  return ordered && groups.length ? [groups] : groups.map((g) => [g]);
}

/** One end of a range of widths: what stands there. */
export interface End {
  frameOf: (id: string) => Box;
  /** Of the section, and the margin that is kept to its edges. */
  height: number;
  margin: number;
}

/**
 * How a column flows between two layouts.
 * @param items what stands in the narrower one, which decides what stands beside what and which sides are held to
 * @returns null where nothing of it stands there
 */
export function flowOf(groups: readonly Group[], items: readonly Item[], ends: readonly [End, End]): Flow | null {
  const both = (of: (e: End, i: 0 | 1) => number): Ends => [of(ends[0], 0), of(ends[1], 1)],
    edge = (ids: readonly string[], of: (b: Box) => number, pick: (...v: number[]) => number): Ends =>
      both((e) => pick(...ids.map((id) => of(e.frameOf(id))))),
    bottom = (b: Box): number => b.y + b.height;
  const tracks = groups
    .map((group) =>
      rowsOf(items.filter((i) => group.includes(i.layer.id))).map((row) => {
        const ids = row.map((i) => i.layer.id);
        return { ids, top: edge(ids, (b) => b.y, Math.min), bottom: edge(ids, bottom, Math.max) };
      }),
    )
    .filter((rows) => rows.length);
  const n = tracks.length;
  if (!n) return null;
  const holds: Hold[] = tracks.map((rows) => {
    const top = rows[0].top[0];
    return holdOf(top, Math.max(...rows.map((r) => r.bottom[0])) - top, ends[0].height);
  });
  const rooms = Array.from({ length: n + 1 }, (_, i) => ({
    size: both((end, e) =>
      Math.max(0, (i === n ? end.height : tracks[i][0].top[e]) - (i === 0 ? 0 : tracks[i - 1].at(-1)!.bottom[e])),
    ),
    gives: !(i < n && holds[i] === 'start') && !(i > 0 && holds[i - 1] === 'end'),
    // To the edges the margin is kept, between groups half of it.
    kept: i === 0 || i === n ? 1 : 0.5,
  }));
  const giving = rooms.filter((r) => r.gives),
    // What gives way alone gives way wholly; of several, only by as much as the smallest is.
    smallest = both((_, e) => (giving.length > 1 ? Math.min(...giving.map((g) => g.size[e])) : Infinity));
  return {
    rooms: rooms.map(({ size, gives, kept }): Room => {
      if (!gives) return { size, gives, least: [0, 0] };
      const extra = both((_, e) => (smallest[e] === Infinity ? 0 : size[e] - smallest[e]));
      return {
        size: extra,
        gives,
        least: both((end, e) => Math.max(0, Math.min(size[e], end.margin * kept) - extra[e])),
      };
    }),
    groups: tracks.map((rows) =>
      rows.map(({ ids, top }, i): Row => {
        const start = i === 0 ? top : rows[i - 1].bottom;
        return { ids, gaps: new Map(ids.map((id) => [id, both((e, s) => e.frameOf(id).y - start[s])])) };
      }),
    ),
  };
}

const mix = ([a, b]: Ends, t: number): number => a + (b - a) * t;

/**
 * Where everything of a flow lies at a width.
 * @param t 0 at the narrower layout, 1 at the wider @param heightOf of what stands in it, as it is set at that width
 * @param least height of the section, CSS px
 * @returns tops by id; and the height of the section that is needed
 */
export function flowed(
  { groups, rooms }: Flow,
  t: number,
  heightOf: (id: string) => number,
  least: number,
): { tops: Map<string, number>; height: number } {
  const rows = groups.map((g) =>
      g.map((r) => Math.max(...[...r.gaps].map(([id, gap]) => Math.max(0, mix(gap, t) + heightOf(id))))),
    ),
    fixed = rows.flat().reduce((sum, h) => sum + h, 0) + rooms.reduce((sum, r) => sum + mix(r.size, t), 0),
    needed = fixed + rooms.reduce((sum, r) => sum + (r.gives ? mix(r.least, t) : 0), 0),
    height = Math.max(least, needed),
    given = shared(
      rooms.filter((r) => r.gives).map((r) => mix(r.least, t)),
      height - fixed,
    ),
    tops = new Map<string, number>();
  let y = 0;
  rooms.forEach((room, i) => {
    y += mix(room.size, t) + (room.gives ? given.shift()! : 0);
    groups[i]?.forEach((row, r) => {
      for (const [id, gap] of row.gaps) tops.set(id, y + mix(gap, t));
      y += rows[i][r];
    });
  });
  return { tops, height };
}

/** A length shared out evenly, but nobody gets less than the least (CSS Grid 2, 12.7, "Expand flexible tracks"). */
function shared(least: readonly number[], length: number): number[] {
  const out = least.map((): number | null => null);
  for (;;) {
    const open = out.flatMap((v, i) => (v === null ? [i] : [])),
      left = length - out.reduce<number>((sum, v) => sum + (v ?? 0), 0),
      each = left / Math.max(1, open.length),
      short = open.filter((i) => least[i] > each);
    if (!short.length) return out.map((v) => v ?? each);
    for (const i of short) out[i] = least[i];
  }
}
