// Words in XML 1.0.

/** Words as they stand between tags or in an attribute's quotes; what XML cannot hold is left out. */
export const xmlText = (words: string): string =>
  words
    .replace(/[^\t\n\r\x20-\ud7ff\ue000-\ufffd\u{10000}-\u{10ffff}]/gu, '')
    .replace(/[&<>"]/g, (c) => `&#${c.charCodeAt(0)};`);

/** Attributes, those without a value left out. Numbers have at most three decimals. */
export const attributes = (of: Readonly<Record<string, string | number | null>>): string =>
  Object.entries(of)
    .flatMap(([k, v]) => (v === null ? [] : [` ${k}="${typeof v === 'number' ? decimal(v) : xmlText(v)}"`]))
    .join('');

/** An element. @param inner markup; none where left out */
export const element = (name: string, of: Parameters<typeof attributes>[0], inner = ''): string =>
  inner ? `<${name}${attributes(of)}>${inner}</${name}>` : `<${name}${attributes(of)}/>`;

/** A length, exact to a thousandth. */
export const decimal = (v: number): string => String(Math.round(v * 1000) / 1000);
