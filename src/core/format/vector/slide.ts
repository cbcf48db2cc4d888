// A slide as a drawing, layer by layer.
import type { Pixels } from '../../ground/pixels';
import { isPhoto, isText, type Layer } from '../../kinds/layers';
import { Painter } from '../../scene/painter';
import type { Scene } from '../../scene/scene';
import { oneLine } from '../../values/plain';
import { type Node, nodesOf } from './drawn';
import { type Keeping, recordingStudio } from './recorder';

export interface DrawnLayer {
  layer: Layer;
  nodes: readonly Node[];
}

export interface DrawnSlide {
  /** Pixels in which it is drawn. */
  width: number;
  height: number;
  /** Hex; null where it has none. */
  paper: string | null;
  layers: DrawnLayer[];
}

/**
 * Draws a scene. What it is made of must be loaded.
 * @param painter who would paint it @param scale pixels of the drawing to one of the size: what can only be a picture
 * has so many
 */
export function drawnSlide(
  { studio }: Painter,
  scene: Scene,
  scale: number,
  transparent: boolean,
  keeping: Keeping,
): DrawnSlide {
  const painter = new Painter(recordingStudio(studio, keeping)),
    width = Math.max(1, Math.round(scene.width * scale)),
    height = Math.max(1, Math.round(scene.height * scale)),
    surface = painter.studio.surface(width, height),
    layers = scene.layers.flatMap((layer): DrawnLayer[] => {
      if (!layer.visible) return [];
      painter.paintScene(surface, scene, { scale, x: 0, y: 0 }, { only: (l) => l === layer, transparent: true });
      const nodes = [...nodesOf(surface.image).nodes];
      return nodes.length ? [{ layer, nodes }] : [];
    });
  return { width, height, paper: transparent ? null : scene.paper.slice(0, 7), layers };
}

/** All pixels that are in a drawing. */
export const picturesIn = (nodes: readonly Node[]): Pixels[] =>
  nodes.flatMap((n) =>
    n.node === 'picture' ? [n.pixels] : n.node === 'group' || n.node === 'shadow' ? picturesIn(n.nodes) : [],
  );

/** Is some of a layer a picture that was none before? */
export const becamePicture = ({ layer, nodes }: DrawnLayer): boolean => !isPhoto(layer) && picturesIn(nodes).length > 0;
export const layerWords = (layer: Layer): string => (isText(layer) && oneLine(layer.text).slice(0, 40)) || layer.name;
