// The house style of a campaign: colours with what they are for, styles of texts, shadows, logos, the tone of its
// photos, the treatment it prefers. Lengths are pixels of a slide 1080 wide, and go along with the slide; a size of
// type is a share of its width, or of twice its height where it is wider than that (`house/styled.ts`).
import { z } from 'zod';
import { AssetIdSchema, ColourSchema, finite, id, SwatchSchema } from './fill';
import { ShadowSchema } from './shape';
import { CASES, FontSchema } from './text';
import { ToneSchema } from './tone';

/** What a text of a style says. */
export const TEXT_USES = ['headline', 'descriptor', 'body', 'button'] as const;
export type TextUse = (typeof TEXT_USES)[number];

const name = z.string().trim().min(1).max(100);

export const HouseShadowSchema = z.strictObject({ id, name, shadows: z.array(ShadowSchema).min(1).max(6) });

export const TextStyleSchema = z.strictObject({
  id,
  name,
  use: z.enum(TEXT_USES),
  font: FontSchema,
  /** Share of the slide's width, or of twice its height. */
  size: finite(0.005, 1),
  /** In em. */
  letterSpacing: finite(-0.5, 2).default(0),
  lineHeight: finite(0.5, 4).default(1.2),
  case: z.enum(CASES).default('as-typed'),
  /** Null leaves each text its own. */
  colour: ColourSchema.nullable().default(null),
  /** A shadow of the house; null leaves each text its own. */
  shadow: id.nullable().default(null),
});

export const LogoSchema = z.strictObject({
  id,
  name,
  asset: AssetIdSchema,
  /** Of the picture, px. */
  width: z.number().int().min(1).max(100_000),
  height: z.number().int().min(1).max(100_000),
  /** Room on all sides that nothing else enters, as a share of its height. */
  clear: finite(0, 3).default(0.5),
  /** The picture whose outline it has in one colour; its own where null. */
  plain: AssetIdSchema.nullable().default(null),
  /** Colours in which it may be shown as a whole, besides its own. */
  colours: z.array(ColourSchema).max(12).default([]),
});

/** Treatments that a house style can prefer. */
export const PREFERRABLE = ['tint', 'fade', 'pool', 'plate', 'backing', 'shadow', 'tone', 'blur'] as const;

const MOST = 100;
const parts = {
  textStyles: z.array(TextStyleSchema).max(MOST).default([]),
  shadows: z.array(HouseShadowSchema).max(MOST).default([]),
  /** Of its photos; null leaves each its own. */
  tone: ToneSchema.nullable().default(null),
  /** Taken unasked where it costs little more than the best. */
  treatment: z.enum(PREFERRABLE).nullable().default(null),
};

/** As much of a house style as a piece keeps, to know what of its layers is the house's. */
export const KnownHouseSchema = z.strictObject(parts);

export const HouseStyleSchema = z
  .strictObject({
    swatches: z.array(SwatchSchema).max(200).default([]),
    ...parts,
    logos: z.array(LogoSchema).max(MOST).default([]),
  })
  .superRefine((house, ctx) => {
    const fault = (path: (string | number)[], message: string): void => ctx.addIssue({ code: 'custom', path, message });
    for (const part of ['swatches', 'textStyles', 'shadows', 'logos'] as const) {
      const seen = new Set<string>();
      house[part].forEach((each, i) => {
        if (seen.has(each.id)) fault([part, i, 'id'], `two have the id ${each.id}`);
        seen.add(each.id);
      });
    }
    const roles = house.swatches.flatMap((s) => s.role ?? []);
    if (new Set(roles).size < roles.length) fault(['swatches'], 'two colours are there for the same');
    const known = new Set(house.swatches.map((s) => s.id)),
      shadows = new Set(house.shadows.map((s) => s.id));
    const check = (value: unknown, path: (string | number)[]): void => {
      const wanted = (value as { swatch?: string } | null)?.swatch;
      if (wanted !== undefined && !known.has(wanted)) fault(path, `the house has no colour ${wanted}`);
    };
    house.textStyles.forEach((s, i) => {
      check(s.colour, ['textStyles', i, 'colour']);
      if (s.shadow !== null && !shadows.has(s.shadow))
        fault(['textStyles', i, 'shadow'], `the house has no shadow ${s.shadow}`);
    });
    house.shadows.forEach((s, i) => s.shadows.forEach((one, n) => check(one.colour, ['shadows', i, 'shadows', n])));
    house.logos.forEach((l, i) => l.colours.forEach((c, n) => check(c, ['logos', i, 'colours', n])));
    if (house.tone) {
      check(house.tone.duotone.dark, ['tone', 'duotone', 'dark']);
      check(house.tone.duotone.light, ['tone', 'duotone', 'light']);
    }
  });

export type TextStyle = z.infer<typeof TextStyleSchema>;
export type HouseShadow = z.infer<typeof HouseShadowSchema>;
export type KnownHouse = z.infer<typeof KnownHouseSchema>;
export type HouseStyle = z.infer<typeof HouseStyleSchema>;
