// What all layers have, whatever their kind, and how a new one begins.
import type { z } from 'zod';
import type { Box } from '../ground/box';
import { BANDS, BLEND_MODES, ROLES } from '../values/plain';

/** The schemas of values, given to the kinds: who paints without validating does without the validator. */
export type Schemas = typeof import('../values/schemas');

export interface Extent {
  width: number;
  height: number;
}

export const commonFields = (s: Schemas) => ({
  id: s.id,
  name: s.z.string().min(1).max(200),
  band: s.z.enum(BANDS),
  visible: s.z.boolean().default(true),
  locked: s.z.boolean().default(false),
  opacity: s.unit.default(1),
  blend: s.z.enum(BLEND_MODES).default('normal'),
  box: s.BoxSchema,
  rotation: s.finite(-360, 360).default(0),
  anchors: s.AnchorsSchema.default({ horizontal: 'centre', vertical: 'middle' }),
  overrides: s.z.record(s.id, s.OverrideSchema).default({}),
  /** The group it belongs to, if any. */
  group: s.id.nullable().default(null),
  /** How far it goes on over the neighbouring slides; null ends at its own. */
  carry: s.CarrySchema.nullable().default(null),
  /** Of a template: what fills its place. */
  role: s.z.enum(ROLES).optional(),
});

/** What a layer is on a slide that is not its own. No part of a document: it is found when a slide is looked at. */
export interface Guest {
  /** The slide it belongs to, and what it is called there. */
  readonly slide: string;
  readonly id: string;
  /** How many slides to the right of its own place it is seen: its box has been moved by as many widths. */
  readonly by: number;
  /** The texts it follows, moved as far. */
  texts: CommonLayer[];
}
/** Layers that are painted by themselves and then laid down together, so much of them. No part of a document either. */
export interface Through {
  /** 0..1. */
  readonly share: number;
}
export type CommonLayer = z.infer<z.ZodObject<ReturnType<typeof commonFields>>> & {
  guest?: Guest;
  through?: Through;
};

/** A layer whose own fields are given by a function. */
export type LayerOf<F extends (s: Schemas) => z.ZodRawShape> = CommonLayer & z.infer<z.ZodObject<ReturnType<F>>>;

export const whole = (size: Extent): Box => ({ x: 0, y: 0, width: size.width, height: size.height });

/** What a new layer has of all that. */
export const begun = (id: string, name: string, box: Box) => ({
  id,
  name,
  visible: true,
  locked: false,
  opacity: 1,
  blend: 'normal' as const,
  box,
  rotation: 0,
  overrides: {},
  group: null,
  carry: null,
});

/** Follows the slide in other sizes. */
export const STRETCHED = { horizontal: 'stretch', vertical: 'stretch' } as const;
/** Keeps its place to the middle. */
export const CENTRED = { horizontal: 'centre', vertical: 'middle' } as const;

/** Margin that designs keep to all sides: a 15th of the shorter side. */
export const marginOf = (size: Extent): number => Math.round(Math.min(size.width, size.height) / 15);

/** Some properties of a layer. */
export const pick = <L, K extends keyof L>(layer: L, keys: readonly K[]): Pick<L, K> =>
  Object.fromEntries(keys.map((k) => [k, layer[k]])) as Pick<L, K>;
