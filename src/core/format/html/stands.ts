// A section as it stands where each of its layouts begins: all that is written is read off there, in CSS pixels.
import { layoutsOf, sectionAt } from '../../arrange/section';
import type { Box } from '../../ground/box';
import type { Setter } from '../../kinds/kind';
import { isText, type Layer } from '../../kinds/layers';
import { layersIn } from '../../piece/resolve';
import type { Piece, Size, Slide } from '../../piece/schema';
import { type Scene, sceneOf } from '../../scene/scene';
import { textFrame } from '../../type/frame';
import type { TextLayout } from '../../type/layout';
import type { PlacedText } from '../../values/text';

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
  frameOf(layer: Layer): Box;
  layoutOf(text: PlacedText): TextLayout;
}

/** From the narrowest layout to the widest. Fonts must be loaded. */
export const standsOf = (setter: Setter, piece: Piece, slide: Slide): Stand[] =>
  layoutsOf(piece).map((layout) => {
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
      frameOf: (l) => (isText(l) ? textFrame(l, setter.layout(l)) : l.box),
      layoutOf: (t) => setter.layout(t),
    };
  });

/** The layer at each stand. */
export const at = <L extends Layer>(stands: readonly Stand[], layer: L): L[] =>
  stands.map((s) => (s.by.get(layer.id) ?? layer) as L);

/** Does it fill the section at every stand? */
export const fillsSection = (stands: readonly Stand[], layer: Layer): boolean =>
  layer.rotation === 0 &&
  stands.every((s) => {
    const { x, y, width, height } = s.by.get(layer.id)!.box;
    return x <= 0.5 && y <= 0.5 && x + width >= s.size.width - 0.5 && y + height >= s.size.height - 0.5;
  });
