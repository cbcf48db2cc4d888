// HTML as text: escaped, indented, nothing that could be read as markup where words are meant.

const ENTITIES: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };
/** Words as they stand between tags or in an attribute's quotes, without control characters, which HTML cannot hold. */
export const escaped = (words: string): string =>
  words.replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f]/g, '').replace(/[&<>"]/g, (c) => ENTITIES[c]);

type Attributes = Readonly<Record<string, string | number | true | undefined>>;

const tag = (name: string, attributes: Attributes): string =>
  `<${name}${Object.entries(attributes)
    .flatMap(([k, v]) => (v === undefined ? [] : [v === true ? ` ${k}` : ` ${k}="${escaped(String(v))}"`]))
    .join('')}>`;

/** An element without content, such as `img`. */
export const empty = (name: string, attributes: Attributes): string => tag(name, attributes);
/** An element whose content is on its own line. @param inner markup */
export const inline = (name: string, attributes: Attributes, inner: string): string =>
  `${tag(name, attributes)}${inner}</${name}>`;
/** An element with elements in it, each on lines of its own. */
export const block = (name: string, attributes: Attributes, inner: readonly string[]): string =>
  inner.length
    ? `${tag(name, attributes)}\n${inner.map((l) => l.replace(/^/gm, '  ')).join('\n')}\n</${name}>`
    : inline(name, attributes, '');
