// The document: one piece, defined once. Types, validation, file format and the programs' interface derive from this
// file and from the kinds of layers.
import { z } from 'zod';
import { commonFields, type Extent } from '../kinds/common';
import { kindOf, KINDS, type Layer } from '../kinds/layers';
import { ColourSchema, finite, id, SwatchSchema } from '../values/fill';
import { KnownHouseSchema } from '../values/house';
import { length } from '../values/place';
import { BANDS } from '../values/plain';
import * as schemas from '../values/schemas';
import { swatchesOf } from '../values/swatches';
import { DEEPEST_GROUP, MOST_SWATCHES, PIECE_VERSION } from './limits';

const [first, ...others] = Object.values(KINDS).map((kind) =>
  z.strictObject({ ...commonFields(schemas), ...kind.fields(schemas) }),
);
/** A layer of any kind. */
export const LayerSchema = z.discriminatedUnion('kind', [first, ...others]) as unknown as z.ZodType<Layer, Layer>;

/** Layers that are taken hold of together; a group may lie within another. */
export const GroupSchema = z.strictObject({
  id,
  name: z.string().min(1).max(200),
  within: id.nullable().default(null),
});

/** A line to snap to, in pixels of the base size: `x` is upright. */
export const GuideSchema = z.strictObject({ axis: z.enum(['x', 'y']), at: length });

export const SizeSchema = z.strictObject({
  id,
  name: z.string().min(1).max(100),
  width: z.number().int().min(16).max(8192),
  height: z.number().int().min(16).max(8192),
  /** CSS pixels at which people see the full width. */
  shownWidth: finite(16, 8192),
  destination: id.nullable().default(null),
  /** Nobody has adjusted its layout: it is laid out anew as the piece changes. */
  auto: z.boolean().optional(),
});

export const SlideSchema = z.strictObject({
  id,
  /** What it is to say: its line of the outline. It is not painted. */
  note: z.string().max(2000).default(''),
  /** What it shows, in words for who does not see it: its alternative text. It is not painted. */
  alternative: z.string().max(2000).default(''),
  /** It is left out when the piece is handed over. */
  leftOut: z.boolean().default(false),
  paper: ColourSchema.default('#ffffff'),
  /** Bottom to top; bands never mix. */
  layers: z.array(LayerSchema).max(500).default([]),
  groups: z.array(GroupSchema).max(500).default([]),
  guides: z.array(GuideSchema).max(100).default([]),
});

/**
 * What makes a piece the section of a web page: its sizes are layouts, each shown at its `shownWidth` in CSS pixels,
 * and between them lengths run on with the width of the page. Its slides are the pictures of a slideshow under the
 * overlays and the message of the first.
 */
export const SectionSchema = z.strictObject({
  /** How long each picture stays, s. */
  stay: finite(1, 60).default(6),
  /** How long the next one takes to appear, s; with 0 it is there at once. */
  fade: finite(0, 10).default(1.5),
  /** It is at least so much of the window high, 0..1; with 0 as high as its layouts are. */
  share: finite(0, 1).default(0),
  /** What it is to those who have the page read to them: a part of it, its banner, or nothing by itself. */
  landmark: z.enum(['section', 'header', 'none']).default('section'),
});

export const PieceSchema = z
  .strictObject({
    format: z.literal('plavo-piece'),
    version: z.literal(PIECE_VERSION),
    name: z.string().min(1).max(200),
    /** Somebody gave it that name; otherwise it is called by its headline. */
    named: z.boolean().default(true),
    /** `standard` is WCAG 2.2 1.4.3 (4.5, large 3); `strict` is 1.4.6 (7, large 4.5). */
    goal: z.enum(['standard', 'strict']).default('standard'),
    /** The first is the base size: all lengths are its pixels. */
    sizes: z.array(SizeSchema).min(1).max(20),
    section: SectionSchema.nullable().default(null),
    slides: z.array(SlideSchema).min(1).max(50),
    swatches: z.array(SwatchSchema).max(MOST_SWATCHES).default([]),
    /** What its layers have of the house style, as it was when they last followed it. */
    house: KnownHouseSchema.optional(),
    /** Pieces are made of it by filling the places of its layers that have a role. */
    template: z.literal(true).optional(),
  })
  .superRefine((piece, ctx) => {
    const unique = (ids: string[], path: (string | number)[], what: string) => {
      const seen = new Set<string>();
      ids.forEach((each, i) => {
        if (seen.has(each))
          ctx.addIssue({ code: 'custom', path: [...path, i, 'id'], message: `two ${what} have the id ${each}` });
        seen.add(each);
      });
    };
    unique(
      piece.sizes.map((s) => s.id),
      ['sizes'],
      'sizes',
    );
    unique(
      piece.slides.map((s) => s.id),
      ['slides'],
      'slides',
    );
    unique(
      piece.swatches.map((s) => s.id),
      ['swatches'],
      'swatches',
    );
    const swatches = new Set(piece.swatches.map((s) => s.id));
    piece.slides.forEach((slide, s) => {
      const message = piece.section && s > 0 ? slide.layers.findIndex((l) => l.band !== 'backdrop') : -1;
      if (message >= 0)
        ctx.addIssue({
          code: 'custom',
          path: ['slides', s, 'layers', message, 'band'],
          message: 'overlays and texts of a section lie on its first slide: the others are pictures',
        });
      unique(
        slide.layers.map((l) => l.id),
        ['slides', s, 'layers'],
        'layers of a slide',
      );
      unique(
        slide.groups.map((g) => g.id),
        ['slides', s, 'groups'],
        'groups of a slide',
      );
      const within = new Map(slide.groups.map((g) => [g.id, g.within]));
      slide.groups.forEach((group, g) => {
        let depth = 0;
        for (let at: string | null = group.id; at !== null && depth <= DEEPEST_GROUP; at = within.get(at) ?? null)
          depth++;
        if (depth > DEEPEST_GROUP)
          ctx.addIssue({
            code: 'custom',
            path: ['slides', s, 'groups', g, 'within'],
            message: `groups lie at most ${DEEPEST_GROUP} deep within each other, and never within themselves`,
          });
        if (group.within !== null && !within.has(group.within))
          ctx.addIssue({
            code: 'custom',
            path: ['slides', s, 'groups', g, 'within'],
            message: `the group ${group.within} is not on this slide`,
          });
      });
      slide.layers.forEach((layer, l) => {
        const before = slide.layers[l - 1];
        if (before && BANDS.indexOf(before.band) > BANDS.indexOf(layer.band))
          ctx.addIssue({
            code: 'custom',
            path: ['slides', s, 'layers', l, 'band'],
            message: `a layer of the band ${layer.band} cannot lie above one of the band ${before.band}`,
          });
        if (layer.group !== null && !within.has(layer.group))
          ctx.addIssue({
            code: 'custom',
            path: ['slides', s, 'layers', l, 'group'],
            message: `the group ${layer.group} is not on this slide`,
          });
        for (const fault of kindOf(layer).check?.(layer) ?? [])
          ctx.addIssue({ code: 'custom', path: ['slides', s, 'layers', l, ...fault.path], message: fault.message });
        for (const wanted of swatchesOf(layer))
          if (!swatches.has(wanted))
            ctx.addIssue({
              code: 'custom',
              path: ['slides', s, 'layers', l],
              message: `the swatch ${wanted} is not in this piece`,
            });
      });
    });
  });

/** A picture of a slideshow: what lies behind the message on one of the slides. */
export interface Picture {
  readonly slide: string;
  /** Which of the piece's slides it is, from 0. */
  readonly number: number;
  /** What is seen where it has nothing else, as hex. */
  readonly paper: string;
  readonly layers: readonly Layer[];
}

/** All pictures in the order in which they are shown, the slide's own first. */
export interface Show {
  readonly pictures: readonly Picture[];
  /** How long each stays, and how long the next takes to appear, ms. */
  readonly stay: number;
  readonly fade: number;
  /** Of the base size. */
  readonly extent: Extent;
}

/** Where between two layouts a section is looked at. No part of a document: it is found when a width is looked at. */
export interface Between {
  from: Size;
  to: Size;
  /** 0 at the one, 1 at the other. */
  t: number;
  /** The extent that the layouts give there, in CSS pixels. */
  width: number;
  height: number;
  /** How far down layers go so that texts have their room, px. */
  down: Readonly<Record<string, number>>;
}
export type Size = z.infer<typeof SizeSchema> & { at?: Between };
export type Group = z.infer<typeof GroupSchema>;
export type Guide = z.infer<typeof GuideSchema>;
/** A slide; looked at, it knows which one of the strip it is (`at`, from 0) and holds its guests. */
export type Slide = z.infer<typeof SlideSchema> & {
  at?: number;
  /** Of a slideshow, when it is looked at: what shows behind its message, one after the other. */
  show?: Show;
};
export type Piece = Omit<z.infer<typeof PieceSchema>, 'slides'> & { slides: Slide[] };
