// Styles of an SVG: `style` elements and attributes, parsed by css-tree and brought down to presentation attributes
// (SVG 2, section 6; CSS Cascading 4, section 6). Values are taken only where they match what their property may be.
import * as csstree from 'css-tree';
import { SVG_LIMITS, type SvgElement, SvgFault } from './tree';

const NUMBER = '[-+]?(?:\\d+\\.?\\d*|\\.\\d+)(?:e[-+]?\\d+)?';
const LENGTH = `${NUMBER}(?:px|pt|pc|mm|cm|in|em|ex|rem|%)?`;
const PAINT = `(?:[a-z]{3,24}|#[0-9a-f]{3,8}|(?:rgb|rgba|hsl|hsla)\\([-+\\d.,%\\s/a-z]{1,80}\\)|url\\(#[^()'"\\\\\\s]{1,200}\\)(?:\\s*(?:[a-z]{3,24}|#[0-9a-f]{3,8}))?)`;
const REFERENCE = `(?:none|url\\(#[^()'"\\\\\\s]{1,200}\\))`;
const WORD = '[a-z-]{1,30}';
const all = (pattern: string): RegExp => new RegExp(`^(?:inherit|${pattern})$`, 'i');

/** What each property may be. Nothing else comes through, so that no value can name an address. */
const VALUES: Record<string, RegExp> = {
  fill: all(PAINT),
  stroke: all(PAINT),
  color: all(PAINT),
  'stop-color': all(PAINT),
  'flood-color': all(PAINT),
  'lighting-color': all(PAINT),
  'fill-opacity': all(`${NUMBER}%?`),
  'stroke-opacity': all(`${NUMBER}%?`),
  opacity: all(`${NUMBER}%?`),
  'stop-opacity': all(`${NUMBER}%?`),
  'flood-opacity': all(`${NUMBER}%?`),
  'fill-rule': all('nonzero|evenodd'),
  'clip-rule': all('nonzero|evenodd'),
  'stroke-width': all(LENGTH),
  'stroke-miterlimit': all(NUMBER),
  'stroke-dashoffset': all(LENGTH),
  'stroke-dasharray': all(`none|${LENGTH}(?:[\\s,]+${LENGTH}){0,63}`),
  'stroke-linecap': all('butt|round|square'),
  'stroke-linejoin': all('miter|round|bevel|miter-clip|arcs'),
  display: all(WORD),
  visibility: all(WORD),
  overflow: all(WORD),
  'paint-order': all('[a-z ]{1,30}'),
  'shape-rendering': all('[a-z]{1,30}'),
  'vector-effect': all(WORD),
  'mix-blend-mode': all(WORD),
  isolation: all(WORD),
  'clip-path': all(REFERENCE),
  mask: all(REFERENCE),
  filter: all(REFERENCE),
  'marker-start': all(REFERENCE),
  'marker-mid': all(REFERENCE),
  'marker-end': all(REFERENCE),
  marker: all(REFERENCE),
  'mask-type': all('luminance|alpha'),
  'color-interpolation-filters': all('[a-z]{1,12}'),
  'color-interpolation': all('[a-z]{1,12}'),
  // Family names are letters of any script.
  'font-family': /^[\p{L}\p{N}\s,'"-]{1,300}$/u,
  'font-size': all(`${LENGTH}|${WORD}`),
  'font-weight': all(`\\d{1,4}|${WORD}`),
  'font-style': all(WORD),
  'font-stretch': all(`${WORD}|${NUMBER}%`),
  'font-variant': all(WORD),
  'text-anchor': all(WORD),
  'text-decoration': all('[a-z -]{1,40}'),
  'letter-spacing': all(`normal|${LENGTH}`),
  'word-spacing': all(`normal|${LENGTH}`),
  'baseline-shift': all(`${WORD}|${LENGTH}`),
  'dominant-baseline': all(WORD),
  'writing-mode': all(WORD),
  direction: all(WORD),
  'unicode-bidi': all(WORD),
};

/** Geometry that SVG 2 makes properties too. */
const GEOMETRY = new Set(['x', 'y', 'width', 'height', 'cx', 'cy', 'r', 'rx', 'ry']);
const LENGTH_ONLY = all(`auto|${LENGTH}`);

export const isProperty = (name: string): boolean => Object.hasOwn(VALUES, name);

/** The value of a property as it may stand in the file, or null where it may not. */
export function allowedValue(name: string, value: string): string | null {
  const v = value
    .trim()
    .replace(/url\(\s*(['"])(#[^'"()\\\s]{1,200})\1\s*\)/g, 'url($2)')
    .replace(/url\(\s+(#[^'"()\\\s]{1,200})\s*\)/g, 'url($1)');
  const pattern = isProperty(name) ? VALUES[name] : GEOMETRY.has(name) ? LENGTH_ONLY : null;
  return pattern?.test(v) ? v : null;
}

interface Declared {
  name: string;
  value: string;
  important: boolean;
}

function declarations(block: csstree.CssNode | null): Declared[] {
  const out: Declared[] = [];
  if (block)
    csstree.walk(block, {
      visit: 'Declaration',
      enter(node: csstree.Declaration) {
        const name = node.property.toLowerCase();
        if (!isProperty(name) && !GEOMETRY.has(name) && name !== 'transform') return;
        out.push({ name, value: csstree.generate(node.value), important: node.important !== false });
      },
    });
  return out;
}

/** What a `style` attribute declares. */
export function styleOf(text: string): Declared[] {
  if (text.length > SVG_LIMITS.styles) throw new SvgFault('too-much', 'one of its styles is too long');
  return declarations(csstree.parse(text, { context: 'declarationList', parseValue: true, onParseError: () => {} }));
}

interface Compound {
  test: (e: SvgElement) => boolean;
  /** How it stands to the one on its left. */
  combinator: ' ' | '>' | null;
}
interface Rule {
  selector: Compound[];
  specificity: number;
  order: number;
  declared: Declared[];
}

const classesOf = (e: SvgElement): string[] => (e.attributes.class ?? '').split(/\s+/, 50);

/**
 * A selector as compounds from left to right, and its specificity; null for what is not supported (pseudo-classes,
 * siblings).
 */
function compounds(selector: csstree.Selector): { list: Compound[]; specificity: number } | null {
  const list: Compound[] = [{ test: () => true, combinator: null }];
  let specificity = 0;
  const also = (test: (e: SvgElement) => boolean): void => {
    const last = list[list.length - 1],
      before = last.test;
    last.test = (e) => before(e) && test(e);
  };
  for (const part of selector.children.toArray()) {
    if (part.type === 'Combinator') {
      if (part.name !== ' ' && part.name !== '>') return null;
      list.push({ test: () => true, combinator: part.name });
    } else if (part.type === 'TypeSelector') {
      if (part.name === '*') continue;
      const name = part.name.split('|').pop()!;
      also((e) => e.name === name);
      specificity += 1;
    } else if (part.type === 'ClassSelector') {
      also((e) => classesOf(e).includes(part.name));
      specificity += 1000;
    } else if (part.type === 'IdSelector') {
      also((e) => e.attributes.id === part.name);
      specificity += 1_000_000;
    } else if (part.type === 'AttributeSelector' && part.matcher === '=' && part.value) {
      const name = part.name.name,
        wanted = part.value.type === 'String' ? part.value.value : part.value.name;
      also((e) => e.attributes[name] === wanted);
      specificity += 1000;
    } else return null;
  }
  return list.length <= 12 ? { list, specificity } : null;
}

/** The rules of a style sheet, weakest first. At-rules and what is not supported are left out. */
export function rulesOf(sheet: string): Rule[] {
  if (sheet.length > SVG_LIMITS.styles)
    throw new SvgFault('too-much', `its styles have more than ${SVG_LIMITS.styles.toLocaleString('en')} letters`);
  const rules: Rule[] = [];
  const tree = csstree.parse(sheet.replace(/<!--|-->/g, ''), { onParseError: () => {} });
  if (tree.type !== 'StyleSheet') return rules;
  for (const node of tree.children.toArray()) {
    if (node.type !== 'Rule' || node.prelude.type !== 'SelectorList') continue;
    const declared = declarations(node.block);
    if (!declared.length) continue;
    for (const s of node.prelude.children.toArray()) {
      const made = s.type === 'Selector' ? compounds(s) : null;
      if (made) rules.push({ selector: made.list, specificity: made.specificity, order: rules.length, declared });
    }
    if (rules.length > 3000) throw new SvgFault('too-much', 'its styles have more than 3,000 rules');
  }
  return rules.sort((a, b) => a.specificity - b.specificity || a.order - b.order);
}

/** Rules by what their last compound must have, so that most need not be looked at. */
export class Sheet {
  private readonly rules: Rule[];
  constructor(text: string) {
    this.rules = text.trim() ? rulesOf(text) : [];
  }

  private matches(rule: Rule, element: SvgElement, above: readonly SvgElement[]): boolean {
    const last = rule.selector.length - 1;
    if (!rule.selector[last].test(element)) return false;
    let at = above.length - 1;
    for (let i = last; i > 0; i--) {
      if (rule.selector[i].combinator === '>') {
        if (at < 0 || !rule.selector[i - 1].test(above[at])) return false;
        at--;
      } else {
        while (at >= 0 && !rule.selector[i - 1].test(above[at])) at--;
        if (at < 0) return false;
        at--;
      }
    }
    return true;
  }

  /**
   * Everything declared for an element by attributes, sheet and style, the strongest last. @param above its ancestors,
   * the root first
   */
  declared(element: SvgElement, above: readonly SvgElement[]): Declared[] {
    const sheet = this.rules.filter((r) => this.matches(r, element, above)).flatMap((r) => r.declared);
    const own = element.attributes.style ? styleOf(element.attributes.style) : [];
    const both = [...sheet, ...own];
    return [...both.filter((d) => !d.important), ...both.filter((d) => d.important)];
  }
}
