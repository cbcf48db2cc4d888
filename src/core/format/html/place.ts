// Where things stand in a section: across by the side they hold to, down in rows that push each other as texts grow.
import { type End, type Ends, flowOf, type Group } from '../../arrange/flow';
import type { Box } from '../../ground/box';
import { marginOf } from '../../kinds/common';
import { isText, type Layer } from '../../kinds/layers';
import { number, running, type Sheet } from './sheet';
import { at, type Stand } from './stands';

/** A length that is counted from elsewhere. */
const plus =
  (base: string) =>
  (v: string): string =>
    v === '0px' ? base : `calc(${base} + ${v})`;

/** A place across the section, by the side that is held to. @param pos CSS px from the left at a stand */
function across(
  sheet: Sheet,
  selector: string,
  property: string,
  side: Layer['anchors']['horizontal'],
  widths: readonly number[],
  pos: (i: number) => number,
): void {
  if (side === 'left') sheet.runs(selector, property, pos);
  else if (side === 'centre') sheet.runs(selector, property, (i) => pos(i) - widths[i] / 2, plus('50cqi'));
  else if (side === 'right') sheet.runs(selector, property, (i) => pos(i) - widths[i], plus('100cqi'));
  else {
    const share = widths.map((w, i) => pos(i) / w);
    if (share.every((s) => Math.abs(s - share[0]) < 1e-4))
      sheet.set(selector, { [property]: `${number(share[0] * 100, 4)}cqi` });
    else sheet.runs(selector, property, pos);
  }
}

/** Left edge and width of what stands in a row. */
function acrossOf(
  sheet: Sheet,
  cls: string,
  layer: Layer,
  stands: readonly Stand[],
  boxes: readonly Box[],
  widths: readonly number[],
): void {
  const self = `.${cls}`,
    side = layer.anchors.horizontal;
  if (isText(layer) && layer.frame === 'line') {
    const { align } = at(stands, layer)[0],
      share = { start: 0, centre: 0.5, end: 1 }[align];
    sheet.set(self, { width: 'max-content' });
    across(sheet, self, 'margin-left', side, widths, (i) => boxes[i].x + boxes[i].width * share);
    if (share) sheet.set(self, { translate: `${-100 * share}%` });
    return;
  }
  across(sheet, self, 'margin-left', side, widths, (i) => boxes[i].x);
  across(sheet, self, 'width', side === 'stretch' ? side : 'left', widths, (i) => boxes[i].width);
  // Narrower than the narrowest layout a text keeps its margins, and wraps.
  const kept = boxes.map((b, i) => b.x + Math.max(0, Math.min(b.x, widths[i] - b.x - b.width)));
  if (isText(layer) && side === 'left' && boxes.every((b, i) => b.x >= 0 && kept[i] + b.width <= widths[i] + 0.5))
    sheet.runs(
      self,
      'max-width',
      (i) => kept[i],
      (v) => `calc(100cqi - ${v})`,
    );
}

/** Rules for what lies at its own place, whatever else there is. */
export function placed(sheet: Sheet, cls: string, stands: readonly Stand[], layer: Layer): void {
  const self = `.${cls}`,
    own = at(stands, layer),
    boxes = own.map((l, i) => stands[i].frameOf(l)),
    widths = stands.map((s) => s.size.width),
    heights = stands.map((s) => s.size.height),
    side = layer.anchors.vertical,
    sideways = layer.anchors.horizontal;
  sheet.set(self, { position: 'absolute' });
  turned(sheet, cls, own);
  const whole = (from: (b: Box) => number, extent: (b: Box) => number, of: readonly number[]): boolean =>
    boxes.every((b, i) => Math.abs(from(b)) < 0.5 && Math.abs(extent(b) - of[i]) < 0.5);
  if (
    whole(
      (b) => b.x,
      (b) => b.width,
      widths,
    )
  )
    sheet.set(self, { 'inset-inline': '0' });
  else {
    across(sheet, self, 'left', sideways, widths, (i) => boxes[i].x);
    across(sheet, self, 'width', sideways === 'stretch' ? 'stretch' : 'left', widths, (i) => boxes[i].width);
  }
  if (
    whole(
      (b) => b.y,
      (b) => b.height,
      heights,
    )
  ) {
    sheet.set(self, { 'inset-block': '0' });
    return;
  }
  if (side === 'stretch') {
    sheet.steps(
      self,
      'top',
      boxes.map((b, i) => `${number((100 * b.y) / heights[i], 3)}%`),
    );
    sheet.steps(
      self,
      'height',
      boxes.map((b, i) => `${number((100 * b.height) / heights[i], 3)}%`),
    );
    return;
  }
  if (side === 'top') sheet.runs(self, 'top', (i) => boxes[i].y);
  else if (side === 'bottom') sheet.runs(self, 'top', (i) => boxes[i].y - heights[i], plus('100%'));
  else sheet.runs(self, 'top', (i) => boxes[i].y - heights[i] / 2, plus('50%'));
  if (!isText(layer)) sheet.runs(self, 'height', (i) => boxes[i].height);
}

/** A turn about the middle. */
export function turned(sheet: Sheet, cls: string, own: readonly Layer[]): void {
  if (own.some((l) => l.rotation !== 0))
    sheet.steps(
      `.${cls}`,
      'rotate',
      own.map((l) => `${number(l.rotation)}deg`),
    );
}

/** What lies behind the rows of texts that it follows. */
export interface Behind {
  cls: string;
  layer: Layer;
  texts: string[];
}

/**
 * Rules that lay a column out: a grid of one column whose rows are as high as their texts, with room above, between and
 * below that gives way or grows on the sides that are not held to.
 */
export function columnRules(
  sheet: Sheet,
  cls: string,
  groups: readonly Group[],
  stands: readonly Stand[],
  classOf: (id: string) => string,
  behind: readonly Behind[],
): void {
  const widths = stands.map((s) => s.size.width),
    last = stands.length - 1,
    frame = (id: string, s: number): Box => {
      const layer = stands[s].by.get(id)!;
      return stands[s].frameOf(layer);
    },
    layerOf = (id: string): Layer => stands[0].by.get(id)!;
  for (const ids of groups)
    for (const id of ids)
      acrossOf(
        sheet,
        classOf(id),
        layerOf(id),
        stands,
        stands.map((_, s) => frame(id, s)),
        widths,
      );
  for (const b of behind) {
    const self = `.${b.cls}`,
      boxes = at(stands, b.layer).map((l) => l.box),
      side = layerOf(b.texts[0]).anchors.horizontal;
    across(sheet, self, 'margin-left', side, widths, (i) => boxes[i].x);
    sheet.runs(self, 'width', (i) => boxes[i].width);
    sheet.set(self, { 'align-self': 'stretch' });
  }
  for (let r = 0; r <= last; r++) {
    const to = Math.min(last, r + 1),
      run = (a: number, b: number): string => running(a, b, widths[r], widths[to]),
      ends = [r, to] as const;
    const end = (e: number): End => ({
        frameOf: (id) => frame(id, e),
        height: stands[e].size.height,
        margin: marginOf(stands[e].size),
      }),
      flow = flowOf(groups, stands[r].items, [end(r), end(to)]);
    if (!flow) continue;
    const template: string[] = [];
    const rowAt = new Map<string, number>();
    flow.rooms.forEach(({ size, gives, least }, i) => {
      if (!gives || size.some((v) => v > 0.01)) template.push(run(size[0], size[1]));
      if (gives) template.push(`minmax(${run(least[0], least[1])}, 1fr)`);
      for (const row of flow.groups[i] ?? []) {
        template.push('auto');
        for (const id of row.ids) rowAt.set(id, template.length);
      }
    });
    sheet.from(r, `.${cls}`, 'grid-template-rows', template.join(' '));
    // Where the row begins in which something stands, and where it ends.
    const tops = new Map<string, Ends>(),
      bottoms = new Map<string, Ends>(),
      both = (of: (s: number) => number): Ends => [of(ends[0]), of(ends[1])];
    for (const { ids, gaps } of flow.groups.flat()) {
      const foot = both((s) => Math.max(...ids.map((id) => frame(id, s).y + frame(id, s).height)));
      for (const [id, gap] of gaps) {
        tops.set(id, [frame(id, ends[0]).y - gap[0], frame(id, ends[1]).y - gap[1]]);
        bottoms.set(id, foot);
        sheet.from(r, `.${classOf(id)}`, 'grid-row', String(rowAt.get(id)));
        sheet.from(r, `.${classOf(id)}`, 'margin-top', run(gap[0], gap[1]));
      }
    }
    for (const b of behind) {
      const own = b.texts.filter((id) => rowAt.has(id));
      if (!own.length) continue;
      const first = own.reduce((p, q) => (rowAt.get(q)! < rowAt.get(p)! ? q : p)),
        end = own.reduce((p, q) => (rowAt.get(q)! > rowAt.get(p)! ? q : p)),
        boxes = ends.map((s) => stands[s].by.get(b.layer.id)!.box);
      sheet.from(r, `.${b.cls}`, 'grid-row', `${rowAt.get(first)} / ${rowAt.get(end)! + 1}`);
      const above = boxes.map((x, e) => x.y - tops.get(first)![e]),
        below = boxes.map((x, e) => bottoms.get(end)![e] - x.y - x.height);
      sheet.from(r, `.${b.cls}`, 'margin-top', run(above[0], above[1]));
      sheet.from(r, `.${b.cls}`, 'margin-bottom', run(below[0], below[1]));
    }
  }
}

/** The heights at which the section stands at least. @param share of the window, 0..1 */
export const heightRules = (sheet: Sheet, selector: string, stands: readonly Stand[], share: number): void =>
  sheet.runs(
    selector,
    'min-height',
    (i) => stands[i].size.height,
    (v) => (share > 0 ? `max(${v}, ${number(share * 100)}svh)` : v),
  );
