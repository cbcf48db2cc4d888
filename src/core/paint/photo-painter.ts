// Painting of photos: placed and resampled by the core, toned, blurred. While something is dragged a photo that is not
// at hand yet may be scaled by the canvas.
import { rgba } from '../colour/srgb';
import type { Box } from '../ground/box';
import { Kept } from '../ground/kept';
import type { PathSink } from '../ground/path';
import { cropped, type Pixels } from '../ground/pixels';
import { between, halve, isUpright, transformed } from '../ground/resample';
import type { Surface } from '../ground/surface';
import { boxTransform, compose, invert, type Transform } from '../ground/transform';
import { blurred } from '../photo/blur';
import { cutPixels, withEdge } from '../photo/cut-out';
import { placePhoto } from '../photo/fit';
import { type Mask, maskKey, maskOf } from '../photo/mask';
import { photoWithin, PLANNED_AT, PLANNED_QUICKLY_AT, planRoom, type RoomPlan, withRoom } from '../photo/room';
import { knownSubject, subjectGrid } from '../photo/subject';
import { changesTone, toned } from '../photo/tone';
import type { PlacedPhoto, Room } from '../values/photo';
import { PLAIN_SHAPE } from '../values/plain';
import { cssColour } from './css-colour';
import { type Drawing, type Drawn, isDrawnGroup, tracePath } from './drawing';
import { deviceBox, type Easel, traceCorners } from './easel';
import { parallelOf, traceShape } from './shape-path';

/** A photo as it is fitted: how large it is shown, and from which pixels of its file. */
interface Fitted {
  width: number;
  height: number;
  /** From pixels as shown to pixels of the file. */
  fit: Transform;
  key: string;
}

function fitted(asset: string, { target, toFile }: ReturnType<typeof placePhoto>): Fitted {
  const width = Math.max(1, Math.round(target.width)),
    height = Math.max(1, Math.round(target.height));
  const fit: Transform = compose(toFile, [target.width / width, 0, 0, target.height / height, 0, 0]);
  return { width, height, fit, key: JSON.stringify([asset, width, height, fit.map((v) => Number(v.toFixed(5)))]) };
}

/** Within a part of its box, in whole pixels. */
const placeWithin = (photo: Pixels, inner: Box, layer: PlacedPhoto): ReturnType<typeof placePhoto> =>
  placePhoto(
    photo,
    { width: Math.max(1, Math.round(inner.width)), height: Math.max(1, Math.round(inner.height)) },
    layer,
  );

const weigh = (p: { width: number; height: number }): number => p.width * p.height;
/** Parts of a photo are fitted by themselves up to this share of it. */
const PARTS = 0.6;
const MOST_SPENT = 1000;
/** Longest side of the copy from which drafts are drawn. */
const DRAFT_SIDE = 1600;

/** The form of a picture, its alpha, in one colour. */
function inOneColour(p: Pixels, hex: string): Pixels {
  const { r, g, b, a } = rgba(hex);
  const data = new Uint8ClampedArray(p.data.length);
  for (let i = 0; i < data.length; i += 4) {
    data[i] = r;
    data[i + 1] = g;
    data[i + 2] = b;
    data[i + 3] = p.data[i + 3] * a;
  }
  return { width: p.width, height: p.height, data };
}

/** A drawing by its outlines, sharp at any size. What lies on each other in it becomes translucent as one thing. */
function paintDrawing(easel: Easel, layer: PlacedPhoto, drawing: Drawing, opacity: number): void {
  const { target, toFile } = placePhoto(drawing, layer.box, layer);
  const box = compose(easel.toSurface, boxTransform(layer.box, layer.rotation)),
    clip = compose(box, [1, 0, 0, 1, target.x, target.y]);
  const t = compose(clip, invert(toFile)),
    k = Math.hypot(t[0], t[1]);
  const one = layer.oneColour === null ? null : easel.hex(layer.oneColour);
  const paintMarks = (on: Easel, marks: readonly Drawn[], alpha: number): void => {
    const { context } = on;
    for (const m of marks) {
      if (isDrawnGroup(m)) {
        on.together(alpha * m.opacity, (inner) => paintMarks(inner, m.marks, 1));
        continue;
      }
      context.globalAlpha = alpha * m.opacity;
      context.beginPath();
      tracePath(context, m.d, t);
      if (m.fill !== null) {
        context.fillStyle = cssColour(one ?? m.fill);
        context.fill(m.evenOdd ? 'evenodd' : 'nonzero');
      } else if (m.stroke !== null) {
        context.strokeStyle = cssColour(one ?? m.stroke);
        context.lineWidth = m.width * k;
        context.lineCap = m.cap;
        context.lineJoin = m.join;
        context.miterLimit = m.miter ?? 4;
        context.setLineDash((m.dash ?? []).map((v) => v * k));
        context.lineDashOffset = (m.dashOffset ?? 0) * k;
        context.stroke();
      }
    }
    context.setLineDash([]);
    context.miterLimit = 10;
  };
  const clipped = (on: Easel, alpha: number): void => {
    const { context } = on;
    context.save();
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.beginPath();
    traceCorners(context, target, clip);
    context.clip();
    paintMarks(on, drawing.marks, alpha);
    context.restore();
  };
  if (drawing.marks.length > 1 && (opacity < 1 || easel.context.globalCompositeOperation !== 'source-over'))
    easel.together(opacity, (on) => clipped(on, 1));
  else clipped(easel, opacity);
}

/**
 * Where a photo shows on the surface and what its blur needs of it, in pixels of the placed photo; null where that is
 * most of it.
 */
function blurredPart(
  easel: Easel,
  at: { x: number; y: number; width: number; height: number },
  sigma: number,
): { keep: Box; show: Box } | null {
  const left = Math.max(0, -at.x),
    top = Math.max(0, -at.y),
    right = Math.min(at.width, easel.surface.width - at.x),
    bottom = Math.min(at.height, easel.surface.height - at.y);
  if (right <= left || bottom <= top) return null;
  const m = Math.ceil(sigma * 3.2) + 3,
    x0 = Math.max(0, left - m),
    y0 = Math.max(0, top - m),
    x1 = Math.min(at.width, right + m),
    y1 = Math.min(at.height, bottom + m);
  if ((x1 - x0) * (y1 - y0) > 0.6 * at.width * at.height) return null;
  return {
    keep: { x: x0, y: y0, width: x1 - x0, height: y1 - y0 },
    show: { x: left, y: top, width: right - left, height: bottom - top },
  };
}

/** A mask of the whole file where the photo is placed: 0..255 for each pixel, evenly between the nearest four. */
function placedMask(
  mask: Mask,
  photo: { width: number; height: number },
  toFile: Transform,
  width: number,
  height: number,
): Uint8Array {
  const kx = mask.width / photo.width,
    ky = mask.height / photo.height,
    out = new Uint8Array(width * height);
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++)
      out[i] =
        between(
          mask.alpha,
          mask.width,
          mask.height,
          (toFile[0] * (x + 0.5) + toFile[2] * (y + 0.5) + toFile[4]) * kx,
          (toFile[1] * (x + 0.5) + toFile[3] * (y + 0.5) + toFile[5]) * ky,
        ) + 0.5;
  return out;
}

/**
 * Which mask there is to paint with: one that has not come yet hides nothing, and what was painted so is no longer
 * right once it has.
 */
const maskThere = (easel: Easel, { mask }: NonNullable<PlacedPhoto['cut']>): string =>
  'asset' in mask && !easel.studio.picture(mask.asset) ? 'none' : maskKey(mask);

export class PhotoPainter {
  /** Photos at the size they are shown, before and after their tone. */
  private readonly placed = new Kept<Pixels>(24_000_000, weigh);
  private readonly ready = new Kept<Surface>(20_000_000, weigh, (s) => s.free());
  /** Pixels of parts of photos that were fitted by themselves. */
  private readonly spent = new Map<string, number>();
  /** How room is made, by photo as it is placed. */
  private readonly plans = new Kept<RoomPlan>(20, () => 1);
  private readonly drafts = new Kept<Surface>(8_000_000, weigh, (s) => s.free());
  private readonly halves = new WeakMap<Pixels, Pixels>();

  private half = (p: Pixels): Pixels => {
    let h = this.halves.get(p);
    if (!h) this.halves.set(p, (h = halve(p)));
    return h;
  };

  private reduced(p: Pixels): Pixels {
    return Math.max(p.width, p.height) <= DRAFT_SIDE * 1.5 ? p : this.reduced(this.half(p));
  }

  private static surface(easel: Easel, p: Pixels): Surface {
    const s = easel.studio.surface(p.width, p.height);
    s.write(p);
    return s;
  }

  private shown = (photo: Pixels, { key, fit, width, height }: Fitted): Pixels =>
    this.placed.get(key, () => transformed(photo, fit, width, height, this.half));

  /** Tone and blur of pixels that show `scale` pixels to one of the size. */
  private finish(easel: Easel, p: Pixels, layer: PlacedPhoto, scale: number): Pixels {
    const own = changesTone(layer.tone) ? toned(p, layer.tone, easel.hex) : p;
    const t = layer.oneColour === null ? own : inOneColour(own, easel.hex(layer.oneColour));
    return layer.tone.blur.on ? blurred(t, layer.tone.blur.radius * scale) : t;
  }

  /** Within its mask, if any; its stroke on top. */
  paint(easel: Easel, layer: PlacedPhoto, opacity: number): void {
    const t = compose(easel.toSurface, boxTransform(layer.box, layer.rotation));
    const trace = (to: PathSink, at: Transform): void => traceShape(to, layer.mask ?? PLAIN_SHAPE, layer.box, at);
    if (layer.mask)
      easel.cutBy(
        opacity,
        trace,
        t,
        'destination-in',
        (on) => this.paintPicture(on, layer, 1),
        layer.mask.form === 'path' ? 'evenodd' : 'nonzero',
      );
    else this.paintPicture(easel, layer, opacity);
    easel.strokePath(layer.stroke, t, trace, opacity, { parallel: parallelOf(layer.mask ?? PLAIN_SHAPE, layer.box) });
  }

  private paintPicture(easel: Easel, layer: PlacedPhoto, opacity: number): void {
    const remade = layer.cut?.on || layer.room?.on;
    const drawing =
      changesTone(layer.tone) || layer.tone.blur.on || remade ? null : easel.studio.drawing?.(layer.asset);
    if (drawing) return paintDrawing(easel, layer, drawing, opacity);
    const photo = easel.studio.picture(layer.asset);
    if (!photo) return;
    if (remade) return this.paintMade(easel, layer, photo, opacity);
    const { context, view } = easel,
      { scale } = view;
    const place = placePhoto(photo, { width: layer.box.width * scale, height: layer.box.height * scale }, layer),
      { target } = place;
    const shown = fitted(layer.asset, place),
      { width, height, fit, key } = shown;
    const tone = this.toneKey(easel, layer);
    context.globalAlpha = opacity;
    context.imageSmoothingEnabled = true;
    context.imageSmoothingQuality = 'high';
    if (layer.rotation !== 0) {
      this.paintTurned(easel, layer, photo, place, tone, opacity);
      return;
    }
    const x = Math.round(layer.box.x * scale + target.x - view.x),
      y = Math.round(layer.box.y * scale + target.y - view.y);
    if (easel.quality === 'draft' && !this.placed.has(key)) {
      this.draw(easel, layer, photo, tone, fit, [1, 0, 0, 1, x, y], width, height);
      return;
    }
    const part =
      layer.tone.blur.on && !this.ready.has(JSON.stringify([key, tone, scale]))
        ? blurredPart(easel, { x, y, width, height }, layer.tone.blur.radius * scale)
        : null;
    if (part) {
      // Of a blurred photo only what shows is computed, with as much around it as the blur looks at.
      const { keep, show } = part;
      const cut = this.ready.get(JSON.stringify([key, tone, scale, keep]), () =>
        PhotoPainter.surface(easel, this.finish(easel, cropped(this.shown(photo, shown), keep), layer, scale)),
      );
      context.setTransform(1, 0, 0, 1, x, y);
      context.drawImage(
        cut.image,
        show.x - keep.x,
        show.y - keep.y,
        show.width,
        show.height,
        show.x,
        show.y,
        show.width,
        show.height,
      );
      return;
    }
    const some = this.partWanted(easel, shown, tone, layer, x, y);
    if (some) {
      const cut = this.ready.get(JSON.stringify([key, tone, scale, some]), () =>
        PhotoPainter.surface(
          easel,
          this.finish(easel, transformed(photo, fit, width, height, this.half, some), layer, scale),
        ),
      );
      context.setTransform(1, 0, 0, 1, x, y);
      context.drawImage(cut.image, some.x, some.y);
      return;
    }
    const made = this.ready.get(JSON.stringify([key, tone, scale]), () =>
      PhotoPainter.surface(easel, this.finish(easel, this.shown(photo, shown), layer, scale)),
    );
    context.setTransform(1, 0, 0, 1, x, y);
    context.drawImage(made.image, 0, 0);
  }

  /**
   * The part of a photo that shows on the surface, where fitting it alone costs less than all of the photo, together
   * with the parts of it that were fitted before; else null. A frame of a film is seen once, in small parts.
   */
  private partWanted(
    easel: Easel,
    { width, height, fit, key }: Fitted,
    tone: string,
    layer: PlacedPhoto,
    x: number,
    y: number,
  ): Box | null {
    if (
      layer.tone.blur.on ||
      this.placed.has(key) ||
      this.ready.has(JSON.stringify([key, tone, easel.view.scale])) ||
      !isUpright(fit)
    )
      return null;
    const left = Math.max(0, -x),
      top = Math.max(0, -y),
      part = {
        x: left,
        y: top,
        width: Math.min(width, easel.surface.width - x) - left,
        height: Math.min(height, easel.surface.height - y) - top,
      };
    if (part.width <= 0 || part.height <= 0) return null;
    const known = this.ready.has(JSON.stringify([key, tone, easel.view.scale, part])),
      spent = (this.spent.get(key) ?? 0) + (known ? 0 : part.width * part.height);
    if (spent > PARTS * width * height) return null;
    this.spent.set(key, spent);
    if (this.spent.size > MOST_SPENT) this.spent.delete(this.spent.keys().next().value!);
    return part;
  }

  /** Cut out, or with room made: computed for the whole box, then laid down, turned where the box is. */
  private paintMade(easel: Easel, layer: PlacedPhoto, photo: Pixels, opacity: number): void {
    const { context } = easel,
      cut = layer.cut?.on ? layer.cut : null,
      room = !cut && layer.room?.on ? layer.room : null;
    // While something is dragged at half the size.
    const scale = easel.view.scale * (easel.quality === 'draft' ? 0.5 : 1);
    const width = Math.max(1, Math.round(layer.box.width * scale)),
      height = Math.max(1, Math.round(layer.box.height * scale));
    const key = JSON.stringify([
      'made',
      layer.asset,
      width,
      height,
      layer.fit,
      layer.zoom,
      layer.focus,
      layer.flipX,
      layer.flipY,
      layer.crop,
      layer.turn,
      layer.straighten,
      this.toneKey(easel, layer),
      scale,
      room,
      room && layer.cut && maskThere(easel, layer.cut),
      room && [knownSubject(layer), easel.quality],
      cut && [maskThere(easel, cut), cut.softness, cut.shift, cut.clean],
    ]);
    const made = this.ready.get(key, () => {
      const inner = room ? photoWithin({ width, height }, room) : { x: 0, y: 0, width, height };
      const place = placeWithin(photo, inner, room ? { ...layer, fit: 'cover' } : layer),
        { target } = place;
      const own = fitted(layer.asset, place),
        { width: w, height: h, fit } = own;
      const shown = this.finish(easel, this.shown(photo, own), layer, scale);
      if (room)
        return PhotoPainter.surface(
          easel,
          withRoom(shown, { width, height }, room, this.planned(easel, layer, photo, room)),
        );
      const out = easel.studio.surface(width, height),
        alpha = placedMask(withEdge(maskOf(cut!.mask, easel.studio.picture), cut!), photo, fit, w, h);
      const subject = PhotoPainter.surface(easel, cutPixels(shown, alpha, cut!.clean));
      out.context.drawImage(subject.image, Math.round(target.x), Math.round(target.y));
      subject.free();
      return out;
    });
    context.globalAlpha = opacity;
    context.imageSmoothingEnabled = true;
    context.imageSmoothingQuality = 'high';
    if (layer.rotation === 0) {
      const k = easel.view.scale;
      context.setTransform(
        1,
        0,
        0,
        1,
        Math.round(layer.box.x * k - easel.view.x),
        Math.round(layer.box.y * k - easel.view.y),
      );
      if (scale === k) context.drawImage(made.image, 0, 0);
      else context.drawImage(made.image, 0, 0, Math.round(layer.box.width * k), Math.round(layer.box.height * k));
    } else {
      context.setTransform(
        ...compose(
          easel.toSurface,
          compose(boxTransform(layer.box, layer.rotation), [
            layer.box.width / width,
            0,
            0,
            layer.box.height / height,
            0,
            0,
          ]),
        ),
      );
      context.drawImage(made.image, 0, 0);
    }
  }

  /**
   * How room is made: found from the photo as it is placed at one size, so that every size shows the same. While
   * something is dragged it is found from a smaller one, where it is not known.
   */
  private planned(easel: Easel, layer: PlacedPhoto, photo: Pixels, room: Room): RoomPlan {
    const planAt = (side: number): { key: string; make: () => RoomPlan } => {
      const k = side / Math.max(layer.box.width, layer.box.height),
        width = Math.max(1, Math.round(layer.box.width * k)),
        height = Math.max(1, Math.round(layer.box.height * k)),
        place = placeWithin(photo, photoWithin({ width, height }, room), { ...layer, fit: 'cover' }),
        { width: w, height: h, fit, key } = fitted(layer.asset, place),
        { cut } = layer;
      const make = (): RoomPlan => {
        const small = this.finish(easel, transformed(photo, fit, w, h, this.half), layer, k);
        // A cut-out that is switched off still says where the subject is.
        const subject = cut
          ? {
              width: w,
              height: h,
              values: Float32Array.from(
                placedMask(maskOf(cut.mask, easel.studio.picture), photo, fit, w, h),
                (v) => v / 255,
              ),
            }
          : subjectGrid(photo, layer, fit, w, h);
        return planRoom(small, { width, height }, room, subject);
      };
      const known = [key, this.toneKey(easel, layer), k, room, cut && maskThere(easel, cut), knownSubject(layer)];
      return { key: JSON.stringify(known), make };
    };
    const exact = planAt(PLANNED_AT);
    if (easel.quality !== 'draft' || this.plans.has(exact.key)) return this.plans.get(exact.key, exact.make);
    const quick = planAt(PLANNED_QUICKLY_AT);
    return this.plans.get(quick.key, quick.make);
  }

  private toneKey(easel: Easel, { tone, oneColour }: PlacedPhoto): string {
    const on = (Object.keys(tone) as (keyof typeof tone)[]).filter((k) => tone[k].on).map((k) => [k, tone[k]]);
    return JSON.stringify([
      on,
      oneColour === null ? 0 : easel.hex(oneColour),
      tone.duotone.on ? [easel.hex(tone.duotone.dark), easel.hex(tone.duotone.light)] : 0,
    ]);
  }

  /** By the canvas's own scaling, from a reduced copy. */
  private draw(
    easel: Easel,
    layer: PlacedPhoto,
    photo: Pixels,
    tone: string,
    toFile: Transform,
    place: Transform,
    width: number,
    height: number,
  ): void {
    const { context } = easel;
    const small = this.reduced(photo),
      k = small.width / photo.width;
    // Pixels of the copy to one of the size.
    const perSize = Math.hypot(toFile[0], toFile[1]) * k * easel.view.scale;
    const copy = this.drafts.get(
      JSON.stringify([layer.asset, tone, layer.tone.blur.on ? Number(perSize.toPrecision(4)) : 0]),
      () => PhotoPainter.surface(easel, this.finish(easel, small, layer, perSize)),
    );
    context.save();
    context.setTransform(...place);
    context.beginPath();
    context.rect(0, 0, width, height);
    context.clip();
    context.setTransform(...compose(place, compose(invert(toFile), [1 / k, 0, 0, photo.height / small.height, 0, 0])));
    context.drawImage(copy.image, 0, 0);
    context.restore();
  }

  /** A turned box: every pixel is looked up through the turn, and the box's outline cuts it. */
  private paintTurned(
    easel: Easel,
    layer: PlacedPhoto,
    photo: Pixels,
    place: { target: { x: number; y: number; width: number; height: number }; toFile: Transform },
    tone: string,
    opacity: number,
  ): void {
    const { view } = easel,
      { scale } = view,
      { target, toFile } = place;
    const b = {
      x: layer.box.x * scale - view.x,
      y: layer.box.y * scale - view.y,
      width: layer.box.width * scale,
      height: layer.box.height * scale,
    };
    const t = compose(boxTransform(b, layer.rotation), [1, 0, 0, 1, target.x, target.y]);
    if (easel.quality === 'draft') {
      this.draw(easel, layer, photo, tone, toFile, t, target.width, target.height);
      return;
    }
    const region = easel.onSurface(deviceBox({ x: 0, y: 0, width: target.width, height: target.height }, t));
    if (!region) return;
    const brush = easel.area(
      JSON.stringify(['photo', layer.asset, toFile, t, tone]),
      region,
      (part) =>
        this.finish(
          easel,
          transformed(
            photo,
            compose(compose(toFile, invert(t)), [1, 0, 0, 1, part.x, part.y]),
            part.width,
            part.height,
            this.half,
          ),
          layer,
          scale,
        ),
      'detailed',
    );
    easel.fillPath({ ...brush, alpha: opacity }, t, (to, m) => traceCorners(to, target, m));
  }
}
