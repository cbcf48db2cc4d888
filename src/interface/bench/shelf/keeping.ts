// Parts of pieces onto the shelf, and from it or from another piece onto the slide.
import type { Layer } from '../../../core/kinds/layers';
import type { Part } from '../../../core/piece/part';
import type { Piece, Slide } from '../../../core/piece/schema';
import { api } from '../../shared/api';
import { showUndo } from '../../shared/undo-notice';
import { wentWrong } from '../../shared/went-wrong';
import { clipOf, layClip } from '../commands/clipboard';
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

/** Keeps the selected layers on the shelf of the campaign, with the way back. */
export async function keepSelected(): Promise<void> {
  const s = useBench.getState(),
    slide = currentSlide(s),
    layers = slide.layers.filter((l) => s.selection.includes(l.id));
  if (!layers.length) return;
  try {
    const part = partFrom(s.piece, slide, layers),
      kept = await api.keepPart(s.campaign, nameOfPart(part.layers, part.groups), part);
    showUndo(`${kept.name} is on the shelf`, '', () => api.removePart(kept.id));
  } catch (e) {
    wentWrong(e);
  }
}

/** Lays a part onto the slide, fitted to its size. */
export async function layPart(part: Part): Promise<void> {
  // The validator that comes with it is only needed now.
  const { fittedTo } = await import('../../../core/piece/part'),
    { piece } = useBench.getState(),
    [base] = piece.sizes;
  layClip(fittedTo(part, base));
}

/** Lays a part of the shelf. */
export async function layFromShelf(id: string): Promise<void> {
  try {
    await layPart((await api.part(id)).part as Part);
  } catch (e) {
    wentWrong(e);
  }
}
