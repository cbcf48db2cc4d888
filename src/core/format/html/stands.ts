// A section as it stands where each of its layouts begins: all that is written is read off there, in CSS pixels.
import { type Item, itemsOf } from '../../arrange/blocks';
import { layoutsOf, sectionAt } from '../../arrange/section';
import type { Box } from '../../ground/box';
import type { Extent } from '../../kinds/common';
import type { Setter } from '../../kinds/kind';
import { isText, type Layer } from '../../kinds/layers';
import { layersIn } from '../../piece/resolve';
import type { Piece, Size, Slide } from '../../piece/schema';
import { type Scene, sceneOf } from '../../scene/scene';
import { textFrame } from '../../type/frame';

/** A section at the width from which one of its layouts holds. */
export interface Stand {
  /** Of the layout in the document. */
  readonly layout: Size;
  /** The section there, CSS px. */
  readonly size: Size;
  readonly scene: Scene;
  readonly by: ReadonlyMap<string, Layer>;
  /** Line heights of texts as they are set in the layout: the section's own are brought to whole pixels. */
  readonly lineHeights: ReadonlyMap<string, number>;
  readonly setter: Setter;
  /** What of the message is placed by hand. */
  readonly items: readonly Item[];
  frameOf(layer: Layer): Box;
}

/** From the narrowest layout to the widest. Fonts must be loaded. */
export const standsOf = (setter: Setter, given: Piece, slide: Slide): Stand[] => {
  // How high the window is is known to the page alone.
  const piece = given.section?.share ? { ...given, section: { ...given.section, share: 0 } } : given;
  return layoutsOf(piece).map((layout) => {
    const size = sectionAt(setter, piece, slide, layout.shownWidth),
      scene = sceneOf(setter, piece, slide, size);
    return {
      layout,
      size,
      scene,
      by: new Map(scene.layers.map((l) => [l.id, l])),
      lineHeights: new Map(
        layersIn(piece, slide, layout)
          .filter(isText)
          .map((t) => [t.id, t.lineHeight]),
      ),
      setter,
      items: itemsOf(
        setter,
        scene.layers.filter((l) => l.visible),
        size,
        true,
      ),
      frameOf: (l) => (isText(l) ? textFrame(l, setter.layout(l)) : l.box),
    };
  });
};

/** The layer at each stand. */
export const at = <L extends Layer>(stands: readonly Stand[], layer: L): L[] =>
  stands.map((s) => (s.by.get(layer.id) ?? layer) as L);

/** Does a layer lie over all of a slide? */
export const fills = ({ box: { x, y, width, height }, rotation }: Layer, slide: Extent): boolean =>
  rotation === 0 && x <= 0.5 && y <= 0.5 && x + width >= slide.width - 0.5 && y + height >= slide.height - 0.5;
/** Does it fill the section at every stand? */
export const fillsSection = (stands: readonly Stand[], layer: Layer): boolean =>
  at(stands, layer).every((l, i) => fills(l, stands[i].size));
