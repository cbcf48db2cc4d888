// A drawing painted on a surface of pixels.
import type { Surface, Surfaces } from '../../ground/surface';
import { isStill, STILL } from '../../ground/transform';
import { filledWithPixels, type Node } from './drawn';

const composite = (blend: string): GlobalCompositeOperation =>
  blend === 'normal' ? 'source-over' : (blend as GlobalCompositeOperation);

/** Paints nodes on a surface, over what is there. @throws Error at a shadow: who can keep shadows needs no pixels */
export function replay(nodes: readonly Node[], to: Surface, on: Surfaces): void {
  const { context } = to;
  for (const n of nodes) {
    context.setTransform(...STILL);
    if (n.node === 'picture') {
      const s = on.surface(n.pixels.width, n.pixels.height);
      s.write(n.pixels);
      context.globalAlpha = 1;
      context.globalCompositeOperation = 'source-over';
      context.drawImage(s.image, 0, 0);
      s.free();
      continue;
    }
    context.globalAlpha = n.alpha;
    context.globalCompositeOperation = composite(n.blend);
    if (n.node === 'fill') {
      if (n.paint.kind === 'vector') {
        replay([filledWithPixels(n, n.paint)], to, on);
        continue;
      }
      context.fillStyle = n.paint.css;
      context.beginPath();
      n.outline.path.trace(context);
      context.fill(n.outline.rule);
    } else if (n.node === 'stroke') {
      const { line } = n;
      context.strokeStyle = line.css;
      context.lineWidth = line.width;
      context.lineCap = line.cap;
      context.lineJoin = line.join;
      context.miterLimit = line.miter;
      context.setLineDash(line.dash);
      context.lineDashOffset = line.dashOffset;
      context.beginPath();
      n.path.trace(context);
      context.stroke();
      context.setLineDash([]);
    } else if (n.node === 'group') {
      const inner = on.surface(to.width, to.height);
      if (isStill(n.t)) replay(n.nodes, inner, on);
      else {
        const { width, height } = extentOf(n.nodes, to),
          own = on.surface(width, height);
        replay(n.nodes, own, on);
        inner.context.setTransform(...n.t);
        inner.context.drawImage(own.image, 0, 0);
        own.free();
      }
      const cuts = [...n.clips.map((outline) => ({ outline, keeps: 'inside' })), ...(n.cut ? [n.cut] : [])];
      for (const { outline, keeps } of cuts) {
        const { context: cutting } = inner;
        cutting.setTransform(...STILL);
        cutting.globalAlpha = 1;
        cutting.globalCompositeOperation = keeps === 'inside' ? 'destination-in' : 'destination-out';
        cutting.fillStyle = '#000';
        cutting.beginPath();
        outline.path.trace(cutting);
        cutting.fill(outline.rule);
      }
      context.globalAlpha = n.alpha;
      context.globalCompositeOperation = composite(n.blend);
      context.drawImage(inner.image, 0, 0);
      inner.free();
    } else throw new Error('A shadow is not kept where pixels are wanted');
  }
}

/** How large a surface what lies elsewhere needs. */
const extentOf = (nodes: readonly Node[], to: Surface): { width: number; height: number } => {
  const [only] = nodes;
  return nodes.length === 1 && only.node === 'picture' ? only.pixels : to;
};
