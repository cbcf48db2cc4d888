// Parts of pieces onto the shelf, and from it or from another piece onto the slide.
import { create } from 'zustand';
import { union } from '../../../core/ground/box';
import type { Layer } from '../../../core/kinds/layers';
import type { Part } from '../../../core/piece/part';
import type { Piece, Slide } from '../../../core/piece/schema';
import { api } from '../../shared/api';
import { showUndo } from '../../shared/undo-notice';
import { wentWrong } from '../../shared/went-wrong';
import { clipOf, layClip } from '../commands/clipboard';
import { whileOpen } from '../state/per-piece';
import { currentSlide, useBench } from '../state/store';

/** Some layers of a slide as a part. */
export function partFrom(piece: Piece, slide: Pick<Slide, 'groups'>, layers: readonly Layer[]): Part {
  const { width, height, shownWidth } = piece.sizes[0];
  return { size: { width, height, shownWidth }, ...clipOf(piece, slide, layers) };
}

/** What a part is called: by its group, by its only layer, or by its first and how many more. */
export function nameOfPart(layers: readonly Layer[], groups: Part['groups']): string {
  const [first] = layers,
    group = groups.find((g) => g.id === first.group);
  if (group && layers.every((l) => l.group === group.id)) return group.name;
  return layers.length === 1 ? first.name : `${first.name} and ${layers.length - 1} more`;
}

/**
 * How often something was put onto the shelf: who shows it looks again. And whether something that comes from elsewhere
 * on the page is held over it: what is let go then is kept.
 */
export const useShelf = create(() => ({ changes: 0, over: false }));
export const heldOverShelf = (): boolean => useShelf.getState().over;

/** Follows the pointer while the shelf is there. @returns a function that ends it */
export function watchShelf(): () => void {
  const isOver = (e: PointerEvent): boolean =>
      Boolean(document.elementFromPoint(e.clientX, e.clientY)?.closest('[data-shelf]')),
    set = (over: boolean): void => {
      if (heldOverShelf() !== over) useShelf.setState({ over });
    };
  let outside = false;
  const press = (e: PointerEvent): void => {
      outside = !isOver(e);
      set(false);
    },
    move = (e: PointerEvent): void => set(outside && e.buttons === 1 && isOver(e)),
    // Whoever dragged is told first.
    release = (): void => void setTimeout(() => set(false), 50);
  window.addEventListener('pointerdown', press, true);
  window.addEventListener('pointermove', move, true);
  window.addEventListener('pointerup', release);
  return () => {
    window.removeEventListener('pointerdown', press, true);
    window.removeEventListener('pointermove', move, true);
    window.removeEventListener('pointerup', release);
    set(false);
  };
}

/** Keeps layers of the slide on the shelf of the campaign, with the way back; the selected ones where left out. */
export async function keepOnShelf(ids: readonly string[] = useBench.getState().selection): Promise<void> {
  const s = useBench.getState(),
    slide = currentSlide(s),
    layers = slide.layers.filter((l) => ids.includes(l.id));
  if (!layers.length) return;
  try {
    const part = partFrom(s.piece, slide, layers),
      kept = await api.keepPart(s.campaign, nameOfPart(part.layers, part.groups), part);
    const changed = (): void => useShelf.setState(({ changes }) => ({ changes: changes + 1 }));
    changed();
    showUndo(`${kept.name} is on the shelf`, '', () => api.removePart(kept.id).then(changed));
  } catch (e) {
    wentWrong(e);
  }
}

/** A place on the slide, in pixels of its base size. */
interface Spot {
  x: number;
  y: number;
}

/** The place on the slide under a point of the page, CSS px; null beside it. */
export function spotUnder(x: number, y: number): Spot | null {
  const host = document.querySelector('[data-slide-host]'),
    onStage = document.elementFromPoint(x, y)?.closest('main');
  if (!host || !onStage?.contains(host)) return null;
  const { left, top, width, height } = host.getBoundingClientRect(),
    [base] = useBench.getState().piece.sizes;
  return { x: ((x - left) / width) * base.width, y: ((y - top) / height) * base.height };
}

/** Moves layers so that their middle is at a spot. */
function movedTo(layers: readonly Layer[], { x, y }: Spot): Layer[] {
  const { x: left, y: top, width, height } = union(layers.map((l) => l.box)),
    dx = Math.round(x - left - width / 2),
    dy = Math.round(y - top - height / 2);
  return layers.map((l) => ({ ...l, box: { ...l.box, x: l.box.x + dx, y: l.box.y + dy } }));
}

/** Lays a part onto the slide, fitted to its size. @param at where its middle comes; where it was where left out */
export async function layPart(part: Part, at: Spot | null = null): Promise<void> {
  // The validator that comes with it is only needed now.
  const { fittedTo } = await import('../../../core/piece/part'),
    { piece } = useBench.getState(),
    [base] = piece.sizes;
  const clip = fittedTo(part, base);
  layClip(at ? { ...clip, layers: movedTo(clip.layers, at) } : clip);
}

/** Lays a part of the shelf. */
export async function layFromShelf(id: string, at: Spot | null = null): Promise<void> {
  try {
    await layPart((await whileOpen(api.part(id))).part as Part, at);
  } catch (e) {
    wentWrong(e);
  }
}
