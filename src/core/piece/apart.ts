// A drawing that is a picture taken apart: its layers in its place, as one group.
import type { Extent } from '../kinds/common';
import { isPhoto, type Layer, scaledLayer } from '../kinds/layers';
import type { PhotoLayer } from '../kinds/photo';
import { fileOnSlide } from './lift';
import type { NewId } from './make';
import type { Group, Piece } from './schema';

/** Why a drawing cannot be taken apart as it stands, in words; null where it can. */
export function whyNotApart(photo: PhotoLayer): string | null {
  const { crop } = photo;
  if (photo.rotation !== 0 || photo.turn !== 0 || photo.straighten !== 0 || photo.flipX || photo.flipY)
    return 'It is turned or mirrored: its layers are those of the upright drawing.';
  if (photo.mask || photo.cut?.on || photo.room?.on || crop.width < 1 || crop.height < 1)
    return 'Its mask, crop, room or cut-out would be lost: take it off first.';
  if (photo.opacity < 1 || photo.blend !== 'normal' || photo.shadows.some((s) => s.on) || photo.stroke.width > 0)
    return 'Its opacity, blend mode, stroke and shadow are those of the whole drawing: take them off first.';
  if (photo.oneColour !== null || Object.values(photo.tone).some((t) => t.on))
    return 'Its colours are changed: show it in its own colours first.';
  return null;
}

/**
 * Puts a drawing's layers in its place.
 * @param drawing in its own pixels @returns the same piece where the picture is not there
 */
export function takenApart(
  piece: Piece,
  slideId: string,
  photoId: string,
  drawing: Extent & { layers: readonly Layer[]; groups: readonly Group[] },
  newId: NewId,
): { piece: Piece; layers: string[] } {
  const slide = piece.slides.find((s) => s.id === slideId),
    photo = slide?.layers.find((l) => l.id === photoId);
  if (!slide || !isPhoto(photo)) return { piece, layers: [] };
  const { k, x, y } = fileOnSlide(photo, drawing),
    whole: Group = { id: newId(), name: photo.name, within: photo.group },
    groups = new Map(drawing.groups.map((g) => [g.id, newId()])),
    layers = drawing.layers.map((own): Layer => {
      const l = scaledLayer(own, k);
      return {
        ...l,
        id: newId(),
        band: photo.band,
        box: { ...l.box, x: l.box.x + x, y: l.box.y + y },
        group: (own.group !== null && groups.get(own.group)) || whole.id,
        anchors: photo.anchors,
      };
    });
  return {
    piece: {
      ...piece,
      slides: piece.slides.map((s) =>
        s.id === slideId
          ? {
              ...s,
              groups: [
                ...s.groups,
                whole,
                ...drawing.groups.map((g) => ({
                  ...g,
                  id: groups.get(g.id)!,
                  within: (g.within !== null && groups.get(g.within)) || whole.id,
                })),
              ],
              layers: s.layers.flatMap((l) => (l.id === photoId ? layers : [l])),
            }
          : s,
      ),
    },
    layers: layers.map((l) => l.id),
  };
}
