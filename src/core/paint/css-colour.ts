import { rgba } from '../colour/srgb';

/** `rgba(...)` of a hex, which browser and server read alike. */
export function cssColour(hex: string): string {
  const { r, g, b, a } = rgba(hex);
  return `rgba(${r}, ${g}, ${b}, ${a})`;
}
