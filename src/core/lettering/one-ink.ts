// Which inks of letters are one.
import { rgba, toHex } from '../colour/srgb';
import { median } from '../ground/median';

/** Inks nearer than this, in every channel, are one: what an antialiased or compressed edge leaves between them. */
const ONE = 24;

/** Are two colours one ink? @param a @param b red, green, blue as bytes */
export const oneInk = (a: readonly number[], b: readonly number[]): boolean =>
  a.every((v, c) => Math.abs(v - b[c]) <= ONE);

const channels = (hex: string): number[] => {
  const { r, g, b } = rgba(hex);
  return [r, g, b];
};
/** The same of hex colours. */
export const alike = (a: string, b: string): boolean => oneInk(channels(a), channels(b));

/** The ink that most letters have. @param inks of all of them, hex; at least one */
export function mainInk(inks: readonly string[]): string {
  const groups: string[][] = [];
  for (const ink of inks) {
    const group = groups.find(([first]) => alike(first, ink));
    if (group) group.push(ink);
    else groups.push([ink]);
  }
  const [most] = groups.sort((a, b) => b.length - a.length),
    all = most.map(channels),
    [r, g, b] = [0, 1, 2].map((c) => median(all.map((v) => v[c])));
  return toHex(r, g, b);
}
