// What of a drawing stays one: cut out of the whole, with all that it refers to.
import type { Box } from '../../ground/box';
import { partsById, sizeOfRoot } from './clean';
import { type Among, CLOSE, type Found, isBlend, nameOf } from './found';
import { fitted, NOT_DRAWN } from './geometry';
import type { SvgElement } from './tree';

/** Ids of all that an element and what is in it refer to. */
function referredIn(e: SvgElement, ids = new Set<string>()): Set<string> {
  for (const v of Object.values(e.attributes))
    for (const m of v.matchAll(/^#(.+)$|url\(#([^)]+)\)/g)) ids.add(m[1] ?? m[2]);
  for (const c of e.children) if (typeof c !== 'string') referredIn(c, ids);
  return ids;
}

/** The drawing with the elements at these places alone, and all that they may refer to. */
export function only(root: SvgElement, paths: readonly (readonly number[])[]): SvgElement {
  const copy = (e: SvgElement, wanted: readonly (readonly number[])[]): SvgElement => ({
      ...e,
      children: e.children.flatMap((c, i): (SvgElement | string)[] => {
        if (typeof c === 'string' || NOT_DRAWN.has(c.name)) return [c];
        const here = wanted.filter((p) => p[0] === i);
        if (!here.length) return [];
        if (here.every((p) => p.length > 1))
          return [
            copy(
              c,
              here.map((p) => p.slice(1)),
            ),
          ];
        // Its mode is the layer's.
        const { 'mix-blend-mode': _mode, ...attributes } = c.attributes;
        return [{ ...c, attributes }];
      }),
    }),
    whole = paths.some((p) => !p.length) ? root : copy(root, paths),
    there = new Set(partsById(whole).keys()),
    parts = partsById(root),
    // Parts that are drawn themselves, and used elsewhere too, lie among the definitions.
    lent: SvgElement[] = [],
    wanted = referredIn(whole);
  for (const id of wanted) {
    const e = parts.get(id);
    if (!e || e === root || there.has(id)) continue;
    there.add(id);
    lent.push(e);
    for (const more of referredIn(e)) wanted.add(more);
  }
  return lent.length
    ? { ...whole, children: [{ name: 'defs', attributes: {}, children: lent }, ...whole.children] }
    : whole;
}

/** An element that stays a drawing. */
export function asDrawing(e: SvgElement, { path, group }: Among): Found[] {
  const blend = e.attributes['mix-blend-mode'] ?? 'normal';
  return [{ paths: [path], name: nameOf(e, 'Drawing'), group, blend: isBlend(blend) ? blend : 'normal' }];
}

/** Drawings that lie right on each other in one group are one, where none has a mode of its own. */
export function joined(found: readonly Found[]): Found[] {
  const out: Found[] = [];
  for (const f of found) {
    const last = out.at(-1);
    if (
      'paths' in f &&
      last &&
      'paths' in last &&
      f.group === last.group &&
      f.blend === 'normal' &&
      last.blend === 'normal'
    )
      out[out.length - 1] = { ...last, paths: [...last.paths, ...f.paths] };
    else out.push(f);
  }
  return out;
}

/** The drawing of a box alone, pixels of the whole; as it is where its view box is stretched unevenly. */
export function croppedTo(root: SvgElement, box: Box): { root: SvgElement; box: Box } {
  const size = sizeOfRoot(root),
    whole = { x: 0, y: 0, width: size?.width ?? 0, height: size?.height ?? 0 };
  if (!size || !(box.width > 0 && box.height > 0)) return { root, box: whole };
  const [k, , , ky, x, y] = fitted(root.attributes, size);
  if (Math.abs(k - ky) > CLOSE * k) return { root, box: whole };
  const { preserveAspectRatio: _fit, ...attributes } = root.attributes,
    view = [(box.x - x) / k, (box.y - y) / k, box.width / k, box.height / k];
  return {
    root: {
      ...root,
      attributes: { ...attributes, viewBox: view.join(' '), width: String(box.width), height: String(box.height) },
    },
    box,
  };
}
