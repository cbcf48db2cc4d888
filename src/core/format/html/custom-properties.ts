// A house style as CSS custom properties (CSS Custom Properties for Cascading Variables, level 1): colours, and what
// they are there for; gradients as images; shadows of boxes; text styles as fonts, their sizes by the window.
import type { HouseStyle } from '../../values/house';
import { hexOf } from '../../values/swatches';
import { rgba, toHex } from '../../colour/srgb';
import { inName } from '../file-names';
import { colourCss, gradientCss } from './paint';

/** The box in which a gradient is written: what lies by angle lies so in any. */
const SQUARE = { width: 100, height: 100 };
const short = (v: number): string => String(Number(v.toFixed(4)));

/**
 * One property an entry, named after it; two of one name are numbered. A gradient that CSS cannot write as it is has
 * none, and a remark says so.
 */
export function customProperties(house: HouseStyle): string {
  const taken = new Set<string>(),
    named = (start: string, name: string, otherwise: string): string => {
      const base = `--house-${start}${inName(name).replace(/[^a-z0-9-]/g, '') || otherwise}`;
      let own = base;
      for (let n = 2; taken.has(own); n++) own = `${base}-${n}`;
      taken.add(own);
      return own;
    },
    colours = new Map<string, string>(),
    lines: string[] = [];
  for (const s of house.swatches) {
    const name = named('', s.name, 'colour'),
      value = s.gradient ? gradientCss(s.gradient, SQUARE, 1) : s.colour && colourCss(s.colour);
    if (s.colour) colours.set(s.id, name);
    lines.push(value ? `${name}: ${value};` : `/* ${name} cannot be written as CSS. */`);
  }
  for (const { id, role } of house.swatches)
    if (role && colours.has(id)) lines.push(`${named('role-', role, 'role')}: var(${colours.get(id)});`);
  for (const { name, shadows: parts } of house.shadows) {
    const own = named('shadow-', name, 'shadow'),
      on = parts.filter((p) => p.on && p.kind === 'drop');
    lines.push(
      `${own}: ${
        on
          .map(({ x, y, blur, spread, colour, opacity }) => {
            const { r, g, b, a } = rgba(hexOf(colour, house));
            return `${[x, y, blur, spread].map((v) => `${short(v)}px`).join(' ')} ${colourCss(toHex(r, g, b, a * opacity))}`;
          })
          .join(', ') || 'none'
      };`,
    );
  }
  for (const { name, font, size, lineHeight, letterSpacing, colour } of house.textStyles) {
    const own = named('type-', name, 'type'),
      family = font.family.replace(/[^\w -]/g, '');
    lines.push(
      `${own}: ${font.italic ? 'italic ' : ''}${font.weight} min(${short(size * 100)}vw, ${short(size * 200)}vh)/${short(lineHeight)} "${family}";`,
    );
    if (letterSpacing) lines.push(`${named('spacing-', name, 'type')}: ${short(letterSpacing)}em;`);
    if (colour !== null)
      lines.push(
        `${named('ink-', name, 'type')}: ${
          typeof colour === 'string' || !colours.has(colour.swatch)
            ? colourCss(hexOf(colour, house))
            : `var(${colours.get(colour.swatch)})`
        };`,
      );
  }
  return `:root {\n${lines.map((l) => `  ${l}\n`).join('')}}\n`;
}
