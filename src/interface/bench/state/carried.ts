// What a photo of the present slide is to carry: its words.
import { isText } from '../../../core/kinds/layers';
import { slideOf } from '../../../core/piece/resolve';
import { oneLine } from '../../../core/values/plain';
import type { Carried } from '../../shared/library/OwnPhotos';
import { usePanels } from './panels';
import { useBench } from './store';

/** Null where the slide has no words. */
export function carriedNow(): Carried | null {
  const { piece, slideId, sizeId } = useBench.getState(),
    texts = slideOf(piece, slideId)
      .layers.filter(isText)
      .filter((t) => t.visible && t.text.trim());
  if (!texts.length) return null;
  const words = oneLine(texts.reduce((a, b) => (b.fontSize > a.fontSize ? b : a)).text);
  return {
    scene: { piece, slide: slideId, size: sizeId },
    ahead: usePanels.getState().workAhead,
    words: words.length > 36 ? `${words.slice(0, 35).trimEnd()}\u2026` : words,
  };
}
