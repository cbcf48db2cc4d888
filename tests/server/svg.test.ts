// Drawings from outside: what is hostile is taken out or refused with a reason.
import { checkedSvg, SVG_LIMITS } from '../../src/server/svg';
import { Problem } from '../../src/server/problem';

const svg = (inner: string): string => `<svg xmlns="http://www.w3.org/2000/svg" width="20" height="20">${inner}</svg>`;
const refused = (text: string): Problem => {
  try {
    checkedSvg(text, 'tile.svg');
  } catch (e) {
    if (e instanceof Problem) return e;
    throw e;
  }
  throw new Error('it was taken');
};

it('scripts, handlers, styles, foreign content and outside references are taken out, shapes stay', () => {
  const clean = checkedSvg(
    '<!DOCTYPE svg [<!ENTITY a "b">]>' + svg('<script>x()</script><style>*{fill:url(http://evil)}</style><foreignObject><b/></foreignObject><image href="http://evil/a.png"/><use href="http://evil/b.svg#c"/><a href="javascript:x()"><rect width="5" height="5" onclick="x()" fill="url(http://evil)"/></a><circle cx="5" cy="5" r="3" fill="url(#g)"/>'),
    'tile.svg',
  );
  expect(clean).not.toMatch(/script|evil|onclick|foreignObject|ENTITY|style/i);
  expect(clean).toMatch(/<rect/);
  expect(clean).toMatch(/url\(#g\)/);
});
it.each([
  ['itself', '<g id="a"><use href="#a"/></g>'],
  ['itself through another', '<g id="a"><use href="#b"/></g><g id="b"><use href="#a"/></g>'],
  ['a pattern that fills itself', '<defs><pattern id="p" width="4" height="4"><rect width="2" height="2" fill="url(#p)"/></pattern></defs>'],
])('a reference to %s is refused', (_what, inner) => {
  expect(refused(svg(inner))).toMatchObject({ status: 422, message: expect.stringContaining('refers to itself') as string });
});
it('a few lines that repeat into millions are refused, and so is too much at once, before it is parsed', () => {
  const levels = Array.from({ length: 8 }, (_, i) => `<g id="l${i + 1}">${`<use href="#l${i}"/>`.repeat(10)}</g>`).join('');
  expect(refused(svg(`<rect id="l0" width="1" height="1"/>${levels}`))).toMatchObject({ status: 413 });
  expect(refused(svg('<path d="M0 0"/>'.repeat(SVG_LIMITS.shapes + 1)))).toMatchObject({ status: 413, detail: expect.stringContaining('at most 20,000') as string });
  expect(refused(svg(`<path d="${'M0 0'.repeat(1_100_000)}"/>`))).toMatchObject({ status: 413 });
});
it('what repeats a part some times is taken', () => {
  expect(checkedSvg(svg('<defs><g id="a"><circle r="1"/></g></defs><use href="#a"/><use href="#a" x="5"/>'), 'a.svg')).toContain('use');
});
