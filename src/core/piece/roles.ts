// Templates: pieces whose places are named, to be filled with somebody's own photo, words and logo.
import { isPhoto, isText, type Layer } from '../kinds/layers';
import { ROLES, type Role } from '../values/plain';
import type { Piece, Slide } from './schema';

/** A place of a template. */
export interface Place {
  /** Names it among all places of the piece. */
  key: string;
  slide: string;
  layer: string;
  /** What its layer is called. */
  name: string;
  role: Role;
  /** What stands there; empty for photos and logos. */
  words: string;
}

export const placeKey = (slide: string, layer: string): string => `${slide}/${layer}`;

/** Roles that a layer can have. */
export const rolesFor = (layer: Layer): readonly Role[] =>
  isText(layer) ? ['headline', 'line'] : isPhoto(layer) ? ['photo', 'logo'] : [];

/** Places of a slide: photos, headlines, lines as they are read, logos. */
const placesOn = ({ id, layers }: Slide): Place[] =>
  layers
    .filter((l): l is Layer & { role: Role } => l.role !== undefined && rolesFor(l).includes(l.role))
    .sort((a, b) => ROLES.indexOf(a.role) - ROLES.indexOf(b.role) || a.box.y - b.box.y || a.box.x - b.box.x)
    .map((l) => ({
      key: placeKey(id, l.id),
      slide: id,
      layer: l.id,
      name: l.name,
      role: l.role,
      words: isText(l) ? l.text : '',
    }));

/** All places of a piece, slide by slide. */
export const placesOf = (piece: Pick<Piece, 'slides'>): Place[] => piece.slides.flatMap(placesOn);

/**
 * What the layers of a piece seem to be there for, by place: what was said before; else photos of the backdrop, the
 * largest text of each slide, other texts, pictures among the texts. Buttons, and what is hidden, stay as they are.
 */
export function guessedRoles(piece: Pick<Piece, 'slides'>): Map<string, Role> {
  const out = new Map<string, Role>();
  for (const { id, layers } of piece.slides) {
    const shown = layers.filter((l) => l.visible),
      texts = shown.filter(isText).filter((t) => t.text.trim() && !t.button),
      largest = texts.reduce<number>((most, t) => Math.max(most, t.fontSize), 0),
      headline = texts.find((t) => t.fontSize === largest);
    for (const l of shown) {
      const role =
        l.role ??
        (isText(l)
          ? texts.includes(l)
            ? l === headline
              ? 'headline'
              : 'line'
            : null
          : isPhoto(l)
            ? l.band === 'message'
              ? 'logo'
              : 'photo'
            : null);
      if (role && rolesFor(l).includes(role)) out.set(placeKey(id, l.id), role);
    }
  }
  return out;
}

/** A piece as a template of that name. @param roles by place; layers that are not named stay as they are */
export const asTemplate = (piece: Piece, name: string, roles: ReadonlyMap<string, Role>): Piece => ({
  ...piece,
  name,
  named: true,
  template: true,
  slides: piece.slides.map((slide) => ({
    ...slide,
    layers: slide.layers.map((layer): Layer => {
      const { role: _was, ...rest } = layer,
        role = roles.get(placeKey(slide.id, layer.id));
      return role ? ({ ...rest, role } as Layer) : (rest as Layer);
    }),
  })),
});
