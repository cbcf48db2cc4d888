// A house style as CSS custom properties (CSS Custom Properties for Cascading Variables, level 1): colours, and
// gradients as images.
import type { Swatch } from '../../values/fill';
import { inName } from '../file-names';
import { colourCss, gradientCss } from './paint';

/** The box in which a gradient is written: what lies by angle lies so in any. */
const SQUARE = { width: 100, height: 100 };

/**
 * One property a swatch, named after it; two of one name are numbered. A gradient that CSS cannot write as it is has
 * none, and a remark says so.
 */
export function customProperties(swatches: readonly Swatch[]): string {
  const taken = new Set<string>(),
    lines = swatches.map((s) => {
      const base = `--house-${inName(s.name).replace(/[^a-z0-9-]/g, '') || 'colour'}`;
      let name = base;
      for (let n = 2; taken.has(name); n++) name = `${base}-${n}`;
      taken.add(name);
      const value = s.gradient ? gradientCss(s.gradient, SQUARE, 1) : s.colour && colourCss(s.colour);
      return value ? `  ${name}: ${value};` : `  /* ${name} cannot be written as CSS. */`;
    });
  return `:root {\n${lines.join('\n')}\n}\n`;
}
