// A house style as design tokens (Design Tokens Format Module 2025.10, of the Design Tokens Community Group), out and
// in: colours with aliases for what they are there for, gradients, shadows, typography. Logos and the tone of photos
// have no type of token.
import { converter, inGamut, parse, toGamut } from 'culori';
import { rgba, toHex } from '../colour/srgb';
import { MOST_SWATCHES } from '../piece/limits';
import { FAMILIES } from '../type/catalogue';
import type { Colour, Swatch } from '../values/fill';
import { type HouseShadow, type HouseStyle, TEXT_USES, type TextStyle, type TextUse } from '../values/house';
import { gradientThrough } from '../values/made';
import { HOUSE_SIDE, SWATCH_ROLES, type SwatchRole } from '../values/plain';
import { clamp } from '../values/scaled';
import type { Shadow } from '../values/shape';
import { CASES } from '../values/text';

export const TOKENS_MEDIA = 'application/design-tokens+json';

const MOST = { depth: 40, tokens: 5000, swatches: MOST_SWATCHES, aliases: 50 };
const SPACES = [
  'srgb',
  'srgb-linear',
  'hsl',
  'hwb',
  'lab',
  'lch',
  'oklab',
  'oklch',
  'display-p3',
  'a98-rgb',
  'prophoto-rgb',
  'rec2020',
  'xyz-d50',
  'xyz-d65',
];

type Json = Record<string, unknown>;
const isObject = (v: unknown): v is Json => typeof v === 'object' && v !== null && !Array.isArray(v);

/** A house style with what was found, and what was not, in words. */
export interface FoundTokens {
  house: HouseStyle;
  added: number;
  changed: number;
  notes: string[];
}

interface Token {
  path: string;
  type: string | null;
  value: unknown;
  /** What this product says besides. */
  more: Json;
}

/** Under which name it is said (section 5.2.3 of the format: anybody's own data). */
const MORE = 'app.plavo.house';

/** All tokens by their paths. @throws Error where there are too many, or they lie too deep */
function tokensIn(root: Json): Map<string, Token> {
  const all = new Map<string, Token>();
  const walk = (group: Json, path: string[], type: string | null): void => {
    if (path.length > MOST.depth) throw new Error(`groups lie more than ${MOST.depth} deep`);
    const own = typeof group.$type === 'string' ? group.$type : type;
    if ('$value' in group) {
      if (all.size >= MOST.tokens) throw new Error(`there are more than ${MOST.tokens} tokens`);
      const more = isObject(group.$extensions) ? group.$extensions[MORE] : undefined;
      all.set(path.join('.'), {
        path: path.join('.'),
        type: own,
        value: group.$value,
        more: isObject(more) ? more : {},
      });
      return;
    }
    for (const [name, inner] of Object.entries(group))
      if (!name.startsWith('$') && isObject(inner)) walk(inner, [...path, name], own);
  };
  walk(root, [], null);
  return all;
}

/** What a value stands for, aliases followed. @throws Error in words for one that leads nowhere, or in a circle */
function resolved(
  value: unknown,
  all: ReadonlyMap<string, Token>,
  seen: readonly string[] = [],
): { value: unknown; type: string | null } {
  const alias = typeof value === 'string' ? /^\{([^{}]+)\}$/.exec(value)?.[1] : undefined;
  if (alias === undefined) return { value, type: null };
  if (seen.includes(alias)) throw new Error(`it refers to itself by way of ${alias}`);
  if (seen.length >= MOST.aliases) throw new Error('it refers too far');
  const token = all.get(alias);
  if (!token) throw new Error(`there is no ${alias}`);
  const next = resolved(token.value, all, [...seen, alias]);
  return { value: next.value, type: next.type ?? token.type };
}

const toRgb = converter('rgb'),
  fits = inGamut('rgb'),
  fitted = toGamut('rgb', 'oklch');

/** A colour as hex. @returns whether it had to be brought into sRGB @throws Error in words */
function colourOf(given: unknown): { hex: string; changed: boolean } {
  let css: string;
  if (typeof given === 'string') css = given;
  else if (isObject(given)) {
    const { colorSpace, components, alpha = 1 } = given;
    if (typeof colorSpace !== 'string' || !SPACES.includes(colorSpace))
      throw new Error(`the colour space ${String(colorSpace).slice(0, 40)} is not known`);
    if (!Array.isArray(components) || components.length !== 3 || typeof alpha !== 'number')
      throw new Error('a colour has three components and an alpha');
    const [a, b, c] = components.map((v) => (v === 'none' ? 0 : Number(v)));
    if (![a, b, c, alpha].every(Number.isFinite)) throw new Error('a colour has numbers');
    css = ['hsl', 'hwb'].includes(colorSpace)
      ? `${colorSpace}(${a} ${b}% ${c}% / ${alpha})`
      : ['lab', 'lch', 'oklab', 'oklch'].includes(colorSpace)
        ? `${colorSpace}(${a} ${b} ${c} / ${alpha})`
        : `color(${colorSpace} ${a} ${b} ${c} / ${alpha})`;
  } else throw new Error('it is no colour');
  const colour = parse(css);
  if (!colour) throw new Error(`${css.slice(0, 40)} is no colour`);
  const changed = !fits(colour),
    { r, g, b, alpha = 1 } = toRgb(changed ? fitted(colour) : colour);
  return { hex: toHex(r * 255, g * 255, b * 255, alpha), changed };
}

/** Where an alias leads in the end; null for a value of its own. */
function endOf(value: unknown, all: ReadonlyMap<string, Token>): string | null {
  let at: string | null = null;
  for (let n = 0, now = value; n < MOST.aliases; n++) {
    const alias = typeof now === 'string' ? /^\{([^{}]+)\}$/.exec(now)?.[1] : undefined;
    if (alias === undefined) break;
    at = alias;
    now = all.get(alias)?.value;
  }
  return at;
}

const REM = 16;
/** A length in px. @throws Error in words */
function lengthOf(given: unknown): number {
  const { value, unit } = isObject(given)
    ? given
    : { value: Number.parseFloat(String(given)), unit: /[a-z%]*$/.exec(String(given))![0] || 'px' };
  if (typeof value !== 'number' || !Number.isFinite(value)) throw new Error('a length has a number and a unit');
  if (unit === 'px') return value;
  if (unit === 'rem') return value * REM;
  throw new Error(`the unit ${String(unit).slice(0, 20)} is not known`);
}

/** Names of weights (section 8.4 of the format). */
const WEIGHTS: Readonly<Record<string, number>> = {
  thin: 100,
  hairline: 100,
  'extra-light': 200,
  'ultra-light': 200,
  light: 300,
  normal: 400,
  regular: 400,
  book: 400,
  medium: 500,
  'semi-bold': 600,
  'demi-bold': 600,
  bold: 700,
  'extra-bold': 800,
  'ultra-bold': 800,
  black: 900,
  heavy: 900,
  'extra-black': 900,
  'ultra-black': 900,
};
function weightOf(given: unknown): number {
  const weight = typeof given === 'string' ? (WEIGHTS[given.toLowerCase()] ?? Number(given)) : Number(given);
  if (!Number.isFinite(weight)) throw new Error(`the weight ${String(given).slice(0, 20)} is not known`);
  return clamp(Math.round(weight / 100) * 100, 100, 900);
}

/** What a style is for, by its name. */
function purposeOf(name: string): TextUse {
  if (/head|title|display|hero|\bh[1-6]\b/i.test(name)) return 'headline';
  if (/button|cta|action/i.test(name)) return 'button';
  return /body|text|copy|paragraph/i.test(name) ? 'body' : 'descriptor';
}

const oneOf = <T extends string>(list: readonly T[], value: unknown): T | undefined => list.find((v) => v === value);

/**
 * A house style with the colours, gradients, shadows and typography of a file of tokens: entries of a known name are
 * changed, others are added. Other tokens are counted, not taken. Lengths are taken as pixels of a slide 1080
 * wide.
 * @param newId for entries that are new @throws Error in words where the file is no such file
 */
export function tokensIntoHouse(raw: unknown, newId: () => string, known: HouseStyle): FoundTokens {
  if (!isObject(raw)) throw new Error('a file of tokens is a JSON object');
  const all = tokensIn(raw),
    house: HouseStyle = {
      ...known,
      swatches: [...known.swatches],
      shadows: [...known.shadows],
      textStyles: [...known.textStyles],
    },
    notes: string[] = [],
    left = new Map<string, number>(),
    /** Ids of what came from a path. */
    from = new Map<string, string>(),
    strange = new Set<string>();
  let moved = 0,
    added = 0,
    changed = 0;
  /** Puts an entry in the place of the one of its name, or behind the others. */
  function put<E extends { id: string; name: string }>(list: E[], entry: Omit<E, 'id'>, path: string): void {
    const at = list.findIndex((e) => e.name === entry.name && ![...from.values()].includes(e.id)),
      id = at < 0 ? newId() : list[at].id;
    if (at < 0) {
      list.push({ ...entry, id } as E);
      added++;
    } else {
      const next = { ...list[at], ...entry };
      if (JSON.stringify(next) !== JSON.stringify(list[at])) changed++;
      list[at] = next;
    }
    from.set(path, id);
  }
  const value = (given: unknown): unknown => resolved(given, all).value,
    plain = (given: unknown): string => {
      const { hex, changed: was } = colourOf(value(given));
      if (was) moved++;
      return hex;
    },
    /** A colour of the house where an alias leads to one. */
    linked = (given: unknown): Colour => {
      const id = from.get(endOf(given, all) ?? '');
      return id !== undefined && house.swatches.some((s) => s.id === id && s.colour) ? { swatch: id } : plain(given);
    };
  const shadowOf = (given: unknown): Shadow => {
    const s = value(given);
    if (!isObject(s)) throw new Error('a shadow has a colour and lengths');
    if (s.inset === true) throw new Error('inner shadows are not known here');
    const length = (v: unknown): number => (v === undefined ? 0 : lengthOf(value(v))),
      hex = plain(s.color);
    return {
      kind: 'drop',
      on: true,
      x: clamp(length(s.offsetX), -5000, 5000),
      y: clamp(length(s.offsetY), -5000, 5000),
      blur: clamp(length(s.blur), 0, 1000),
      spread: clamp(length(s.spread), -500, 500),
      colour: hex.slice(0, 7),
      opacity: rgba(hex).a,
    };
  };
  const typeOf = ({ path, value: given, more }: Token, name: string): Omit<TextStyle, 'id'> => {
    const t = value(given);
    if (!isObject(t)) throw new Error('typography has a font and a size');
    const families = value(t.fontFamily),
      family = (Array.isArray(families) ? families[0] : families) as unknown,
      px = lengthOf(value(t.fontSize)),
      lineHeight = t.lineHeight === undefined ? 1.2 : Number(value(t.lineHeight));
    if (typeof family !== 'string' || !family.trim()) throw new Error('typography has a font');
    if (!(px > 0)) throw new Error('its size is nothing');
    if (!Number.isFinite(lineHeight)) throw new Error('a line height is a number');
    if (!FAMILIES.some((f) => f.name === family)) strange.add(family.slice(0, 60));
    const shadow = from.get(endOf(more.shadow, all) ?? ''),
      colour = more.colour === undefined ? null : linked(more.colour);
    return {
      name,
      use: oneOf(TEXT_USES, more.use) ?? purposeOf(path),
      font: {
        family: family.slice(0, 100),
        weight: t.fontWeight === undefined ? 400 : weightOf(value(t.fontWeight)),
        italic: more.italic === true,
      },
      size: clamp(px / HOUSE_SIDE, 0.005, 1),
      letterSpacing:
        t.letterSpacing === undefined ? 0 : clamp(Number((lengthOf(value(t.letterSpacing)) / px).toFixed(4)), -0.5, 2),
      lineHeight: clamp(lineHeight, 0.5, 4),
      case: oneOf(CASES, more.case) ?? 'as-typed',
      colour,
      shadow: shadow !== undefined && house.shadows.some((s) => s.id === shadow) ? shadow : null,
    };
  };
  const roles: { path: string; role: SwatchRole; of: string }[] = [];
  /** What refers to others comes after them. */
  const ORDER = ['color', 'gradient', 'shadow', 'typography'];
  const typed = [...all.values()].map((token) => {
    try {
      return { token, type: token.type ?? resolved(token.value, all).type, fault: null };
    } catch (e) {
      return { token, type: token.type, fault: e as Error };
    }
  });
  const place = (type: string | null): number => (type === null ? -1 : ORDER.indexOf(type));
  for (const { token, type, fault } of typed.sort((a, b) => place(a.type) - place(b.type))) {
    const name = (token.path.split('.').at(-1) ?? token.path).slice(0, 100);
    try {
      if (fault) throw fault;
      if (type === null || !ORDER.includes(type)) {
        left.set(type ?? 'untyped', (left.get(type ?? 'untyped') ?? 0) + 1);
        continue;
      }
      const role = /^role\.([a-z]+)$/.exec(token.path)?.[1],
        of = endOf(token.value, all),
        said = oneOf(SWATCH_ROLES, role);
      if (type === 'color' && said && of) {
        value(token.value);
        roles.push({ path: token.path, role: said, of });
        continue;
      }
      if ((type === 'color' || type === 'gradient') && house.swatches.length >= MOST.swatches)
        throw new Error(`a house style has at most ${MOST.swatches}`);
      if (type === 'color') put<Swatch>(house.swatches, { name, house: true, colour: plain(token.value) }, token.path);
      else if (type === 'gradient') {
        const given = value(token.value);
        if (!Array.isArray(given) || given.length < 2 || given.length > 12)
          throw new Error('a gradient has 2 to 12 stops');
        const stops = given.map((stop: unknown) => {
          if (!isObject(stop)) throw new Error('a stop has a colour and a position');
          const at = Number(value(stop.position));
          if (!Number.isFinite(at)) throw new Error('a position is a number');
          return { at: clamp(at, 0, 1), colour: plain(stop.color), mid: 0.5 };
        });
        const { angle, ...lie } = gradientThrough([]);
        put<Swatch>(house.swatches, { name, house: true, gradient: { ...lie, angle, stops } }, token.path);
      } else if (type === 'shadow') {
        const given = value(token.value),
          several: unknown[] = Array.isArray(given) ? given : [given];
        if (!several.length || several.length > 6) throw new Error('a shadow has 1 to 6 parts');
        put<HouseShadow>(house.shadows, { name, shadows: several.map(shadowOf) }, token.path);
      } else put<TextStyle>(house.textStyles, typeOf(token, name), token.path);
    } catch (e) {
      notes.push(`${token.path.slice(0, 120)}: ${(e as Error).message}.`);
    }
  }
  for (const { role, of } of roles) {
    const id = from.get(of);
    if (!id) continue;
    house.swatches = house.swatches.map((s) => {
      if (s.id === id) {
        if (s.role !== role) changed++;
        return { ...s, role };
      }
      const { role: was, ...rest } = s;
      return was === role ? rest : s;
    });
  }
  for (const [type, n] of left)
    notes.push(`${n} ${n === 1 ? 'token' : 'tokens'} of type ${type.slice(0, 40)} left out.`);
  if (moved) notes.push(`${moved} ${moved === 1 ? 'colour was' : 'colours were'} brought into sRGB.`);
  for (const family of strange) notes.push(`${family} is not among the fonts that ship: add it to the campaign.`);
  return { house, added, changed, notes };
}

/** A house style as a file of tokens. Text styles refer to colours and shadows by aliases. */
export function houseToTokens({ swatches, shadows, textStyles }: HouseStyle): Json {
  const colour = (hex: string, alpha = 1): Json => {
    const { r, g, b, a } = rgba(hex);
    return {
      colorSpace: 'srgb',
      components: [r, g, b].map((v) => Number((v / 255).toFixed(5))),
      alpha: Number((a * alpha).toFixed(4)),
      hex: hex.slice(0, 7).toLowerCase(),
    };
  };
  const px = (value: number): Json => ({ value: Number(value.toFixed(3)), unit: 'px' });
  /** Names within a group; they cannot hold braces or dots, nor begin with a dollar sign (section 5.1). */
  const named = <E extends { id: string; name: string }>(list: readonly E[]): Map<string, string> => {
    const taken = new Set<string>();
    return new Map(
      list.map(({ id, name }) => {
        const base = name.replace(/[{}.]/g, ' ').replace(/^\$+/, '').trim() || 'unnamed';
        let own = base;
        for (let n = 2; taken.has(own); n++) own = `${base} ${n}`;
        taken.add(own);
        return [id, own];
      }),
    );
  };
  const plain = swatches.filter((s) => s.colour !== undefined),
    colours = named(plain),
    gradients = swatches.filter((s) => s.gradient),
    gradientNames = named(gradients),
    shadowNames = named(shadows),
    styleNames = named(textStyles);
  const hexOrAlias = (c: Colour): unknown =>
    typeof c === 'string' ? colour(c) : colours.has(c.swatch) ? `{colour.${colours.get(c.swatch)}}` : colour('#808080');
  const hex = (c: Colour): string =>
    typeof c === 'string' ? c : (plain.find((s) => s.id === c.swatch)?.colour ?? '#808080');
  const group = (type: string, entries: [string, Json][]): Json => ({ $type: type, ...Object.fromEntries(entries) });
  const out: Json = {};
  if (plain.length)
    out.colour = group(
      'color',
      plain.map((s) => [colours.get(s.id)!, { $value: colour(s.colour!) }]),
    );
  const roles = plain.filter((s) => s.role);
  if (roles.length)
    out.role = group(
      'color',
      roles.map((s) => [s.role!, { $value: `{colour.${colours.get(s.id)}}` }]),
    );
  if (gradients.length)
    out.gradient = group(
      'gradient',
      gradients.map((s) => [
        gradientNames.get(s.id)!,
        { $value: s.gradient!.stops.map((x) => ({ color: colour(x.colour), position: x.at })) },
      ]),
    );
  if (shadows.length)
    out.shadow = group(
      'shadow',
      shadows.map((s) => {
        const parts = s.shadows
          .filter((one) => one.on)
          .map((one) => ({
            color: colour(hex(one.colour), one.opacity),
            offsetX: px(one.x),
            offsetY: px(one.y),
            blur: px(one.blur),
            spread: px(one.spread),
          }));
        return [shadowNames.get(s.id)!, { $value: parts.length === 1 ? parts[0] : parts }];
      }),
    );
  if (textStyles.length)
    out.type = group(
      'typography',
      textStyles.map((t) => [
        styleNames.get(t.id)!,
        {
          $value: {
            fontFamily: t.font.family,
            fontSize: px(t.size * HOUSE_SIDE),
            fontWeight: t.font.weight,
            letterSpacing: px(t.letterSpacing * t.size * HOUSE_SIDE),
            lineHeight: t.lineHeight,
          },
          $extensions: {
            [MORE]: {
              use: t.use,
              ...(t.font.italic && { italic: true }),
              ...(t.case !== 'as-typed' && { case: t.case }),
              ...(t.colour !== null && { colour: hexOrAlias(t.colour) }),
              ...(t.shadow !== null &&
                shadowNames.has(t.shadow) && { shadow: `{shadow.${shadowNames.get(t.shadow)}}` }),
            },
          },
        },
      ]),
    );
  return out;
}
