// A style sheet in the making: rules, lengths that run between layouts, and what changes where a layout begins. Layouts
// are told apart by the width of the section itself (CSS Containment 3, container queries), not by that of the window.

/** Digits that a length needs: a hundredth of a pixel. */
export const number = (v: number, digits = 2): string => String(Number(v.toFixed(digits)) + 0);
export const px = (v: number): string => (Math.abs(v) < 0.005 ? '0px' : `${number(v)}px`);

/** A class or a property's name made of words. */
export const slug = (words: string): string =>
  words
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 40) || 'layer';

/** A string of CSS (CSS Syntax 3, section 4.3.5). */
export const quoted = (text: string): string =>
  `"${text.replace(/["\\\n\r\f<>]/g, (c) => `\\${c.codePointAt(0)!.toString(16)} `)}"`;

/** Browsers that can round. */
export const ROUNDS = '@supports (width: round(up, 1px, 1px))';

export type Declarations = Readonly<Record<string, string>>;

/**
 * A length at the widths at which layouts begin, as it runs between two of them.
 * @param a @param b at the widths `from` and `to`, px
 * @returns `clamp()` of the section's width, or a plain length
 */
export function running(a: number, b: number, from: number, to: number): string {
  if (Math.abs(a - b) < 0.005 || to <= from) return px(a);
  const slope = (b - a) / (to - from),
    [low, high] = a < b ? [a, b] : [b, a],
    share = number(slope * 100, 4),
    rest = a - slope * from;
  const run =
    Math.abs(rest) < 0.005 ? `${share}cqi` : `${px(rest)} ${slope < 0 ? '-' : '+'} ${share.replace('-', '')}cqi`;
  return `clamp(${px(low)}, ${run}, ${px(high)})`;
}

/**
 * A number, such as an opacity, as it runs between two widths of the section, px. A length becomes a number through an
 * angle whose tangent it is (CSS Values 4, 10.4), which browsers had before they could divide lengths.
 */
export function runningNumber(a: number, b: number, from: number, to: number): string {
  if (Math.abs(a - b) < 0.00005 || to <= from) return number(a, 4);
  const [low, high] = a < b ? [a, b] : [b, a],
    way = `tan(atan2(100cqi - ${px(from)}, ${px(to - from)}))`;
  return `clamp(${number(low, 4)}, ${number(a, 4)} ${b < a ? '-' : '+'} ${number(Math.abs(b - a), 4)} * ${way}, ${number(high, 4)})`;
}

/** Declarations by selector. */
type Rules = Map<string, Map<string, string>>;
function put(rules: Rules, selector: string, declarations: Declarations): void {
  let rule = rules.get(selector);
  if (!rule) rules.set(selector, (rule = new Map()));
  for (const [name, value] of Object.entries(declarations)) rule.set(name, value);
}

/** Rules in the order in which they were first set, those of a layout after the common ones. */
export class Sheet {
  /** For each range of widths, the first of which holds below it too. */
  private readonly rules: Rules[];

  private readonly conditions = new Map<string, Rules>();

  /** @param starts widths from which layouts hold, ascending, CSS px */
  constructor(readonly starts: readonly number[]) {
    this.rules = Array.from({ length: Math.max(1, starts.length) }, () => new Map());
  }

  /** Declarations that hold at every width. */
  set(selector: string, declarations: Declarations): void {
    this.in(0, selector, declarations);
  }

  /** Declarations that hold from the layout of that index on. */
  private in(layout: number, selector: string, declarations: Declarations): void {
    put(this.rules[layout], selector, declarations);
  }

  /** A declaration that holds from that layout on; where it holds already it is not written again. */
  from(layout: number, selector: string, name: string, value: string): void {
    if (this.held(layout, selector, name) !== value) this.in(layout, selector, { [name]: value });
  }

  /** Declarations under a condition, after all others. @param condition such as `@supports (...)` */
  where(condition: string, selector: string, declarations: Declarations): void {
    const rules: Rules = this.conditions.get(condition) ?? new Map();
    this.conditions.set(condition, rules);
    put(rules, selector, declarations);
  }

  /** What the declaration is where the layout of that index holds, of those set so far. */
  private held(layout: number, selector: string, name: string): string | undefined {
    for (let i = layout; i >= 0; i--) {
      const v = this.rules[i].get(selector)?.get(name);
      if (v !== undefined) return v;
    }
    return undefined;
  }

  /** A value for each layout, from which on it holds; only where it changes is it written. */
  steps(selector: string, name: string, values: readonly string[]): void {
    values.forEach((value, i) => this.from(i, selector, name, value));
  }

  /**
   * A length that runs from layout to layout.
   * @param at px at the start of that layout, as the range asked for lays it out
   * @param wrap what is made of it
   */
  runs(
    selector: string,
    name: string,
    at: (layout: number, range: number) => number,
    wrap: (v: string) => string = (v) => v,
  ): void {
    const last = this.starts.length - 1;
    for (let r = 0; r <= last; r++) {
      const to = Math.min(last, r + 1);
      // What runs up to the last layout stays there by itself.
      if (r === last && r > 0 && Math.abs(at(r, r) - at(r, r - 1)) < 0.005) continue;
      this.from(r, selector, name, wrap(running(at(r, r), at(to, r), this.starts[r], this.starts[to])));
    }
  }

  /** A number that runs from layout to layout. @param wrap what is made of it */
  shares(selector: string, name: string, at: readonly number[], wrap: (v: string) => string = (v) => v): void {
    const last = this.starts.length - 1;
    at.forEach((v, r) => {
      // What runs up to the last layout stays there by itself.
      if (r === last && r > 0) return;
      const to = Math.min(last, r + 1);
      this.from(r, selector, name, wrap(runningNumber(v, at[to], this.starts[r], this.starts[to])));
    });
  }

  /** @param before what stands on top, such as faces */
  text(before = ''): string {
    const body = (rules: Rules, indent: string): string =>
      [...rules]
        .filter(([, d]) => d.size)
        .map(
          ([selector, d]) =>
            `${indent}${selector} {\n${[...d].map(([k, v]) => `${indent}  ${k}: ${v};\n`).join('')}${indent}}\n`,
        )
        .join('\n');
    const under = (condition: string, rules: Rules): string => `${condition} {\n${body(rules, '  ')}}\n`;
    return [
      before,
      body(this.rules[0], ''),
      ...this.rules.flatMap((rules, i) =>
        i > 0 && rules.size ? [under(`@container section (min-width: ${px(this.starts[i])})`, rules)] : [],
      ),
      ...[...this.conditions].map(([condition, rules]) => under(condition, rules)),
    ]
      .filter(Boolean)
      .join('\n');
  }
}
