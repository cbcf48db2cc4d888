// An SVG from outside as a tree of elements (XML 1.0, Namespaces in XML 1.0). Everything is bounded, and every step is
// linear in the length.
import { SaxesParser, type SaxesTagNS } from 'saxes';

export interface SvgElement {
  /** Name within the SVG namespace; elements of other namespaces are not kept. */
  name: string;
  attributes: Record<string, string>;
  children: (SvgElement | string)[];
}

/** What a drawing may hold. */
export const SVG_LIMITS = {
  bytes: 4 * 1024 * 1024,
  elements: 20_000,
  drawn: 100_000,
  depth: 200,
  attributes: 100,
  transform: 4000,
  letters: 5000,
  styles: 200_000,
  entities: 100,
};

/** Why a drawing is not taken. `too-much` is over a limit, `broken` is no drawing, `endless` refers to itself. */
export class SvgFault extends Error {
  constructor(
    readonly kind: 'too-much' | 'broken' | 'endless',
    message: string,
  ) {
    super(message);
  }
}

const SVG = 'http://www.w3.org/2000/svg',
  XLINK = 'http://www.w3.org/1999/xlink',
  XML = 'http://www.w3.org/XML/1998/namespace';

/**
 * Entities that a document declares for itself, as some editors do for their namespaces. Those that refer to others are
 * left out.
 */
function entitiesIn(doctype: string): Record<string, string> {
  const out: Record<string, string> = {};
  let n = 0;
  for (
    let at = doctype.indexOf('<!ENTITY');
    at >= 0 && n < SVG_LIMITS.entities;
    at = doctype.indexOf('<!ENTITY', at + 8), n++
  ) {
    const declared = /^<!ENTITY\s{1,20}([\w.-]{1,100})\s{1,20}(?:"([^"&%]{0,500})"|'([^'&%]{0,500})')/.exec(
      doctype.slice(at, at + 700),
    );
    if (declared) out[declared[1]] = declared[2] ?? declared[3];
  }
  return out;
}

/**
 * Does the text begin like an SVG? Decided from its first 64 KB, in one pass.
 */
export function beginsLikeSvg(text: string): boolean {
  const head = text.slice(0, 65_536);
  let at = head.charCodeAt(0) === 0xfeff ? 1 : 0;
  const behind = (end: string, from: number): number => {
    const i = head.indexOf(end, from);
    return i < 0 ? head.length : i + end.length;
  };
  for (;;) {
    while (at < head.length && /\s/.test(head[at])) at++;
    if (head.startsWith('<?', at)) at = behind('?>', at);
    else if (head.startsWith('<!--', at)) at = behind('-->', at + 4);
    else if (/^<!doctype/i.test(head.slice(at, at + 9))) {
      const open = head.indexOf('[', at),
        close = head.indexOf('>', at);
      at = open >= 0 && open < close ? behind('>', behind(']', open)) : behind('>', at);
    } else break;
  }
  return /^<(?:[\w-]{1,40}:)?svg[\s>/]/.test(head.slice(at, at + 60));
}

/**
 * Parses an SVG.
 * @param text decoded XML
 * @returns the root, an `svg` element
 * @throws SvgFault for what is no well-formed SVG or over a limit
 */
export function parseSvg(text: string): SvgElement {
  if (text.length > SVG_LIMITS.bytes)
    throw new SvgFault('too-much', `it has more than ${SVG_LIMITS.bytes / 1048576} MB`);
  const parser = new SaxesParser({
    xmlns: true,
    position: true,
    // Prefixes that were never declared are the mark of a drawing cut out of a larger file; what they name is not ours
    // anyway.
    resolvePrefix: (prefix: string) => (prefix === 'xlink' ? XLINK : prefix === 'svg' ? SVG : `undeclared:${prefix}`),
  });
  const open: (SvgElement | null)[] = [];
  let root: SvgElement | null = null,
    elements = 0,
    letters = 0;
  parser.on('error', (e) => {
    throw new SvgFault('broken', `it is not well-formed XML (${e.message.split('\n')[0].slice(0, 120)})`);
  });
  parser.on('doctype', (doctype) => {
    Object.assign(parser.ENTITIES, entitiesIn(doctype));
  });
  parser.on('opentag', (tag: SaxesTagNS) => {
    if (open.length >= SVG_LIMITS.depth)
      throw new SvgFault('too-much', `its parts lie within each other more than ${SVG_LIMITS.depth} deep`);
    if (++elements > SVG_LIMITS.elements)
      throw new SvgFault('too-much', `it has more than ${SVG_LIMITS.elements.toLocaleString('en')} shapes`);
    const up = open[open.length - 1];
    const ours = tag.uri === SVG || tag.uri === '';
    if ((open.length && !up) || !ours) {
      if (!open.length) throw new SvgFault('broken', `it begins with ${tag.name.slice(0, 40)} instead of svg`);
      open.push(null);
      return;
    }
    const attributes: Record<string, string> = {};
    let n = 0;
    for (const a of Object.values(tag.attributes)) {
      if (++n > SVG_LIMITS.attributes)
        throw new SvgFault('too-much', `one of its shapes has more than ${SVG_LIMITS.attributes} attributes`);
      if (a.uri === '') attributes[a.local] = a.value;
      else if (a.uri === XLINK && a.local === 'href') attributes.href ??= a.value;
      else if (a.uri === XML && a.local === 'space') attributes['xml:space'] = a.value;
    }
    if ((attributes.transform?.length ?? 0) > SVG_LIMITS.transform)
      throw new SvgFault(
        'too-much',
        `a transform of it has more than ${SVG_LIMITS.transform.toLocaleString('en')} letters`,
      );
    const element: SvgElement = { name: tag.local, attributes, children: [] };
    if (up) up.children.push(element);
    else if (element.name !== 'svg')
      throw new SvgFault('broken', `it begins with ${tag.local.slice(0, 40)} instead of svg`);
    else root = element;
    open.push(element);
  });
  parser.on('closetag', () => void open.pop());
  const say = (t: string): void => {
    const parent = open[open.length - 1];
    if (!parent) return;
    if (parent.name !== 'style') {
      if (parent.name !== 'text' && parent.name !== 'tspan' && parent.name !== 'textPath') return;
      if ((letters += t.length) > SVG_LIMITS.letters)
        throw new SvgFault('too-much', `its texts have more than ${SVG_LIMITS.letters.toLocaleString('en')} letters`);
    }
    parent.children.push(t);
  };
  parser.on('text', say);
  parser.on('cdata', say);
  parser.write(text).close();
  if (!root) throw new SvgFault('broken', 'it holds no drawing');
  return root;
}
