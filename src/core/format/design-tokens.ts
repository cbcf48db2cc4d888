// Colours and gradients of a house style as design tokens (Design Tokens Format Module 2025.10, of the Design Tokens
// Community Group), out and in.
import { converter, inGamut, parse, toGamut } from 'culori';
import { rgba, toHex } from '../colour/srgb';
import { MOST_SWATCHES } from '../piece/limits';
import type { Swatch } from '../values/fill';
import { gradientThrough } from '../values/made';

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

/** What was found, and what was not, in words. */
export interface FoundTokens {
  swatches: Swatch[];
  notes: string[];
}

interface Token {
  path: string;
  type: string | null;
  value: unknown;
}

/** All tokens by their paths. @throws Error where there are too many, or they lie too deep */
function tokensIn(root: Json): Map<string, Token> {
  const all = new Map<string, Token>();
  const walk = (group: Json, path: string[], type: string | null): void => {
    if (path.length > MOST.depth) throw new Error(`groups lie more than ${MOST.depth} deep`);
    const own = typeof group.$type === 'string' ? group.$type : type;
    if ('$value' in group) {
      if (all.size >= MOST.tokens) throw new Error(`there are more than ${MOST.tokens} tokens`);
      all.set(path.join('.'), { path: path.join('.'), type: own, value: group.$value });
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

/**
 * Colours and gradients of a file of tokens. Other tokens are counted, not taken.
 * @param newId for swatches that are new @param known swatches: those of the same name keep their ids
 * @throws Error in words where the file is no such file
 */
export function tokensToSwatches(raw: unknown, newId: () => string, known: readonly Swatch[]): FoundTokens {
  if (!isObject(raw)) throw new Error('a file of tokens is a JSON object');
  const all = tokensIn(raw),
    swatches: Swatch[] = [],
    notes: string[] = [],
    left = new Map<string, number>();
  let changed = 0;
  for (const token of all.values()) {
    const name = (token.path.split('.').at(-1) ?? token.path).slice(0, 100);
    try {
      const { value, type: of } = resolved(token.value, all),
        type = token.type ?? of;
      if (type !== 'color' && type !== 'gradient') {
        left.set(type ?? 'untyped', (left.get(type ?? 'untyped') ?? 0) + 1);
        continue;
      }
      if (swatches.length >= MOST.swatches) throw new Error(`a house style has at most ${MOST.swatches}`);
      const base = { id: known.find((k) => k.name === name)?.id ?? newId(), name, house: true };
      if (type === 'color') {
        const { hex, changed: was } = colourOf(value);
        if (was) changed++;
        swatches.push({ ...base, colour: hex });
        continue;
      }
      if (!Array.isArray(value) || value.length < 2 || value.length > 32)
        throw new Error('a gradient has 2 to 32 stops');
      const stops = value.map((stop) => {
        if (!isObject(stop)) throw new Error('a stop has a colour and a position');
        const at = Number(resolved(stop.position, all).value),
          { hex } = colourOf(resolved(stop.color, all).value);
        if (!Number.isFinite(at)) throw new Error('a position is a number');
        return { at: Math.min(1, Math.max(0, at)), colour: hex, mid: 0.5 };
      });
      const gradient = gradientThrough(stops.map((s) => s.colour));
      swatches.push({ ...base, gradient: { ...gradient, stops } as NonNullable<Swatch['gradient']> });
    } catch (e) {
      notes.push(`${token.path.slice(0, 120)}: ${(e as Error).message}.`);
    }
  }
  for (const [type, n] of left)
    notes.push(`${n} ${n === 1 ? 'token' : 'tokens'} of type ${type.slice(0, 40)} left out.`);
  if (changed) notes.push(`${changed} ${changed === 1 ? 'colour was' : 'colours were'} brought into sRGB.`);
  return { swatches, notes };
}

/** Swatches as a file of tokens. */
export function swatchesToTokens(swatches: readonly Swatch[]): Json {
  const taken = new Set<string>();
  const colour = (hex: string): Json => {
    const { r, g, b, a } = rgba(hex);
    return {
      colorSpace: 'srgb',
      components: [r, g, b].map((v) => Number((v / 255).toFixed(5))),
      alpha: a,
      hex: hex.slice(0, 7).toLowerCase(),
    };
  };
  return Object.fromEntries(
    swatches.map(({ name, colour: hex, gradient }) => {
      // Names cannot hold braces or dots, nor begin with a dollar sign (section 5.1).
      const base = name.replace(/[{}.]/g, ' ').replace(/^\$+/, '').trim() || 'colour';
      let own = base;
      for (let n = 2; taken.has(own); n++) own = `${base} ${n}`;
      taken.add(own);
      return [
        own,
        hex !== undefined
          ? { $type: 'color', $value: colour(hex) }
          : {
              $type: 'gradient',
              $value: (gradient?.stops ?? []).map((s) => ({ color: colour(s.colour), position: s.at })),
            },
      ];
    }),
  );
}
