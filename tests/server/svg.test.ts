// Drawings as vector editors write them, shown as sharp draws the same file; and drawings that mean harm, taken apart
// or refused in time.
import sharp from 'sharp';
import { cleanSvg, serialised, sizeOfRoot } from '../../src/core/format/svg/clean';
import { outlines } from '../../src/core/format/svg/outlines';
import { beginsLikeSvg, parseSvg, SVG_LIMITS, SvgFault } from '../../src/core/format/svg/tree';
import { shot } from '../../src/core/ground/surface';
import { makePhoto } from '../../src/core/kinds/photo';
import { makePiece } from '../../src/core/piece/make';
import { Painter } from '../../src/core/scene/painter';
import { sceneWith } from '../../src/core/scene/scene';
import { ids } from '../../src/core/testing/scenes';
import { nodeStudio } from '../../src/server/node-studio';

const SIDE = 240;
const ASSET = 'a'.repeat(64);

/** Share of channel values, in percent, that are off by more than 64. */
function off(a: ArrayLike<number>, b: ArrayLike<number>): number {
  let n = 0;
  for (let i = 0; i < a.length; i++) if (Math.abs(a[i] - b[i]) > 64) n++;
  return (n / a.length) * 100;
}
const drawn = async (svg: string, width: number, height: number): Promise<Buffer> =>
  sharp(Buffer.from(svg), { density: (72 * 960) / Math.max(...Object.values(sizeOfRoot(parseSvg(svg))!)) })
    .resize(width, height, { fit: 'fill' })
    .flatten({ background: '#ffffff' })
    .raw()
    .toBuffer();

/** As the painter shows it: by its outlines, or from pixels of the cleaned drawing. */
async function shown(
  svg: string,
): Promise<{ pixels: ArrayLike<number>; width: number; height: number; by: 'outlines' | 'pixels' }> {
  const root = cleanSvg(svg),
    w = Number(root.attributes.width),
    h = Number(root.attributes.height),
    k = SIDE / Math.max(w, h);
  const width = Math.round(w * k),
    height = Math.round(h * k),
    drawing = outlines(root);
  if (!drawing) return { pixels: await drawn(serialised(root), width, height), width, height, by: 'pixels' };
  const size = { width: Math.max(16, width), height: Math.max(16, height) };
  const photo = { ...makePhoto('p', ASSET, 'drawing', size), box: { x: 0, y: 0, width, height } };
  const piece = makePiece('p', size, ids(), () => [photo]),
    painter = new Painter(nodeStudio(new Map(), undefined, new Map([[ASSET, drawing]])));
  const rgba = shot(painter.studio, width, height, (on) =>
    painter.paintScene(on, sceneWith([photo], piece, size), { scale: 1, x: 0, y: 0 }),
  );
  return { pixels: rgba.filter((_, i) => i % 4 !== 3), width, height, by: 'outlines' };
}

const NS = 'xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink"';
const file = (inner: string, head = 'width="60" height="40" viewBox="0 0 60 40"'): string =>
  `<svg ${NS} ${head}>${inner}</svg>`;

/** A few shapes with their looks, written in each of the manners below. */
const SHAPES: Record<string, { geometry: string; tag: string; look: Record<string, string> }[]> = {
  badge: [
    { tag: 'rect', geometry: 'x="4" y="4" width="52" height="32" rx="6"', look: { fill: '#205040' } },
    {
      tag: 'circle',
      geometry: 'cx="22" cy="20" r="10"',
      look: { fill: '#f0b030', stroke: '#102020', 'stroke-width': '2' },
    },
    {
      tag: 'path',
      geometry: 'd="M36 12l14 16h-14z"',
      look: { fill: 'none', stroke: '#ffffff', 'stroke-width': '3', 'stroke-linejoin': 'round' },
    },
  ],
  veil: [
    { tag: 'rect', geometry: 'x="2" y="2" width="34" height="30"', look: { fill: '#c02040', 'fill-opacity': '0.6' } },
    { tag: 'ellipse', geometry: 'cx="38" cy="22" rx="18" ry="12"', look: { fill: 'rgb(20, 60, 160)', opacity: '0.5' } },
    {
      tag: 'line',
      geometry: 'x1="4" y1="36" x2="56" y2="30"',
      look: { stroke: 'darkslategray', 'stroke-width': '4', 'stroke-linecap': 'round' },
    },
  ],
  rails: [
    {
      tag: 'polyline',
      geometry: 'points="4,34 20,10 34,28 56,6"',
      look: { fill: 'none', stroke: '#345', 'stroke-width': '5', 'stroke-linecap': 'square' },
    },
    {
      tag: 'path',
      geometry: 'd="M6 20h48"',
      look: { stroke: '#a33', 'stroke-width': '3', 'stroke-dasharray': '6 3', 'stroke-dashoffset': '2' },
    },
    {
      tag: 'polygon',
      geometry: 'points="44,24 56,38 32,38"',
      look: { fill: 'hsl(140, 40%, 40%)', 'fill-rule': 'evenodd' },
    },
  ],
  ring: [
    {
      tag: 'path',
      geometry: 'd="M30 4a16 16 0 1 0 .01 0zM30 12a8 8 0 1 1-.01 0z"',
      look: { fill: '#28405a', 'fill-rule': 'evenodd' },
    },
    {
      tag: 'path',
      geometry: 'd="M8 8c10-6 12 10 4 14s-8 12 2 12"',
      look: { fill: 'none', stroke: '#d06020', 'stroke-width': '2.5' },
    },
  ],
};
const css = (look: Record<string, string>): string =>
  Object.entries(look)
    .map(([k, v]) => `${k}:${v}`)
    .join(';');
const attributes = (look: Record<string, string>): string =>
  Object.entries(look)
    .map(([k, v]) => `${k}="${v}"`)
    .join(' ');

const MANNERS: Record<string, (shapes: (typeof SHAPES)[string]) => string> = {
  'plain attributes': (s) => file(s.map((e) => `<${e.tag} ${e.geometry} ${attributes(e.look)}/>`).join('')),
  'style attributes, with an editor’s own words': (s) =>
    file(
      `<metadata><x/></metadata>${s.map((e) => `<${e.tag} ${e.geometry} style="${css(e.look)};font-variant-ligatures:normal;-editor-note:x"/>`).join('')}`,
    ),
  classes: (s) =>
    file(
      `<defs><style type="text/css"><![CDATA[${s.map((e, i) => `.st${i}{${css(e.look)}}`).join('\n')}]]></style></defs>${s.map((e, i) => `<${e.tag} class="st${i}" ${e.geometry}/>`).join('')}`,
    ),
  'inherited from groups, transforms within each other': (s) =>
    file(
      `<g transform="translate(30 20) scale(.9)"><g transform="translate(-30,-20)">${s.map((e) => `<g ${attributes(e.look)}><${e.tag} ${e.geometry}/></g>`).join('')}</g></g>`,
    ),
  'ids, child selectors and importance': (s) =>
    file(
      `<style>g>*{fill:red!important;stroke:none} ${s
        .map(
          (e, i) =>
            `#i${i}{${Object.entries({ fill: 'black', stroke: 'none', ...e.look })
              .map(([k, v]) => `${k}:${v}${k.startsWith('stroke-dash') ? '' : '!important'}`)
              .join(';')}}`,
        )
        .join('')}</style><g>${s.map((e, i) => `<${e.tag} id="i${i}" ${e.geometry} fill="lime"/>`).join('')}</g>`,
    ),
  'an editor’s namespaces and entities': (s) =>
    `<?xml version="1.0" encoding="UTF-8" standalone="no"?>\n<!-- drawn -->\n<!DOCTYPE svg PUBLIC "-//W3C//DTD SVG 1.1//EN" "http://www.w3.org/Graphics/SVG/1.1/DTD/svg11.dtd" [<!ENTITY ns_svg "http://www.w3.org/2000/svg"><!ENTITY ns_ed "http://example.org/editor">]>\n<svg xmlns="&ns_svg;" xmlns:ed="&ns_ed;" width="60" height="40" viewBox="0 0 60 40" ed:version="1"><ed:view zoom="2"><ed:grid/></ed:view>${s.map((e) => `<${e.tag} ed:label="one" ${e.geometry} ${attributes(e.look)}/>`).join('')}</svg>`,
  'a prefix for everything': (s) =>
    `<svg:svg xmlns:svg="http://www.w3.org/2000/svg" width="60" height="40">${s.map((e) => `<svg:${e.tag} ${e.geometry} ${attributes(e.look)}/>`).join('')}</svg:svg>`,
  'parts used again': (s) =>
    file(
      `<defs>${s.map((e, i) => `<${e.tag} id="p${i}" ${e.geometry} ${attributes(e.look)}/>`).join('')}</defs>${s.map((_, i) => `<use xlink:href="#p${i}" x="2" y="-1"/>`).join('')}`,
    ),
  'millimetres, and a view box that is off': (s) =>
    file(
      s.map((e) => `<${e.tag} ${e.geometry} ${attributes(e.look)}/>`).join(''),
      'width="150mm" height="100mm" viewBox="-5 -5 66 44"',
    ),
  'percent and a stretched view': (s) =>
    file(
      s.map((e) => `<${e.tag} ${e.geometry} ${attributes(e.look)}/>`).join(''),
      'width="100%" height="100%" viewBox="0 0 60 40"',
    ),
  'a huge size': (s) =>
    file(
      s.map((e) => `<${e.tag} ${e.geometry} ${attributes(e.look)}/>`).join(''),
      'width="24000" height="16000" viewBox="0 0 60 40"',
    )
      .replace('24000', '6000')
      .replace('16000', '4000'),
  'placed at an edge': (s) =>
    file(
      s.map((e) => `<${e.tag} ${e.geometry} ${attributes(e.look)}/>`).join(''),
      'width="80" height="40" viewBox="0 0 60 40" preserveAspectRatio="xMaxYMin meet"',
    ),
  'one opacity for all': (s) =>
    file(`<g opacity=".5">${s.map((e) => `<${e.tag} ${e.geometry} ${attributes(e.look)}/>`).join('')}</g>`),
};

/** A picture of one colour. */
const PIXELS =
  'iVBORw0KGgoAAAANSUhEUgAAAAQAAAAECAIAAAAmkwkpAAAACXBIWXMAAAPoAAAD6AG1e1JrAAAAEElEQVQImWPY4KAARwzEcQDDQxEBmIhgZQAAAABJRU5ErkJggg==';
const OTHERS: Record<string, string> = {
  'a chain of gradients': file(
    '<defs><linearGradient id="a"><stop offset="0" style="stop-color:#f00;stop-opacity:.9"/><stop offset="1" stop-color="#00f"/></linearGradient><linearGradient id="b" xlink:href="#a" x1="0" y1="0" x2="60" y2="40" gradientUnits="userSpaceOnUse"/><radialGradient id="c" xlink:href="#a" gradientTransform="rotate(20)"/></defs><rect width="40" height="40" style="fill:url(#b)"/><circle cx="48" cy="20" r="10" fill="url(#c)"/>',
  ),
  'a clip and a mask': file(
    '<clipPath id="c"><circle cx="20" cy="20" r="14"/></clipPath><mask id="m"><rect width="60" height="40" fill="#888"/></mask><rect width="40" height="40" fill="#063" clip-path="url(#c)"/><g style="mask:url(#m)"><rect x="36" y="6" width="20" height="28" fill="#900"/></g>',
  ),
  'a symbol': file(
    '<symbol id="s" viewBox="0 0 10 10"><path d="M0 0h10v10z" fill="#146"/></symbol><use href="#s" x="5" y="5" width="30" height="30"/>',
  ),
  'a pattern': file(
    '<pattern id="p" width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(30)"><rect width="4" height="8" fill="#a40"/></pattern><rect width="60" height="40" fill="url(#p)"/>',
  ),
  'a marker': file(
    '<marker id="m" viewBox="0 0 4 4" refX="2" refY="2" markerWidth="4" markerHeight="4" orient="auto"><path d="M0 0l4 2-4 2z"/></marker><path d="M6 30L40 10" stroke="#333" stroke-width="2" marker-end="url(#m)"/>',
  ),
  'a soft shadow': file(
    '<filter id="f" x="-50%" y="-50%" width="200%" height="200%"><feGaussianBlur stdDeviation="2"/></filter><rect x="14" y="10" width="30" height="20" filter="url(#f)" fill="#222"/>',
  ),
  'a switch with a part for one editor': file(
    '<switch><foreignObject requiredExtensions="http://example.org/x" width="1" height="1"/><g><rect width="30" height="30" fill="#268"/></g></switch>',
  ),
  'an embedded picture': file(
    `<image x="10" y="5" width="30" height="30" xlink:href="data:image/png;base64,${PIXELS}"/>`,
  ),
  'transforms in every form': file(
    '<g transform="rotate(15, 30 20)"><g transform="skewX(10)translate(3-2)"><path transform="matrix(1 0 0 1 4 4)" d="M0 0h20v20h-20z" fill="#275"/></g></g><rect width="9" height="9" transform="translate(40) rotate(45)"/>',
  ),
  'colour from where it stands': file(
    '<g color="#b21"><rect width="20" height="20" fill="currentColor"/><g style="color:#12b"><circle cx="40" cy="20" r="12" fill="none" stroke="currentcolor" stroke-width="4"/></g></g>',
  ),
  'hidden parts': file(
    '<rect width="20" height="20" style="display:none"/><g visibility="hidden"><rect x="20" width="20" height="20"/><rect x="40" width="10" height="20" visibility="visible" fill="#070"/></g>',
  ),
};
const files = [
  ...Object.entries(SHAPES).flatMap(([what, shapes]) =>
    Object.entries(MANNERS).map(([manner, write]): [string, string] => [`${what}: ${manner}`, write(shapes)]),
  ),
  ...Object.entries(OTHERS),
];

it('there are enough of them', () => expect(files.length).toBeGreaterThanOrEqual(60));
it.each(files)('%s', async (_name, svg) => {
  const own = await shown(svg),
    truth = await drawn(svg, own.width, own.height);
  expect(off(own.pixels, truth)).toBeLessThanOrEqual(1);
  // Something is there to compare.
  expect(off(truth, new Uint8Array(truth.length).fill(255))).toBeGreaterThan(2);
});
it('a drawing of several colours, styled by classes, is still drawn by its outlines', async () => {
  expect((await shown(MANNERS.classes(SHAPES.badge))).by).toBe('outlines');
  expect((await shown(OTHERS['a chain of gradients'])).by).toBe('pixels');
});

const svg = (inner: string): string => `<svg xmlns="http://www.w3.org/2000/svg" width="20" height="20">${inner}</svg>`;
const refused = (text: string): SvgFault => {
  try {
    cleanSvg(text);
  } catch (e) {
    if (e instanceof SvgFault) return e;
    throw e;
  }
  throw new Error('it was taken');
};

it('scripts, handlers, foreign content and outside references are taken out, shapes stay', () => {
  const clean = serialised(
    cleanSvg(
      '<!DOCTYPE svg [<!ENTITY a "b">]>' +
        svg(
          '<script>x()</script><style>*{filter:url(http://evil)} @import "http://evil";</style><foreignObject><b/></foreignObject><image href="http://evil/a.png"/><use href="http://evil/b.svg#c"/><a href="javascript:x()"><rect width="5" height="5" onclick="x()" fill="url(http://evil)"/></a><circle cx="5" cy="5" r="3" fill="url(#g)"/>',
        ),
    ),
  );
  expect(clean).not.toMatch(/script|evil|onclick|foreignObject|ENTITY|style/i);
  expect(clean).toMatch(/<rect/);
  expect(clean).toMatch(/url\(#g\)/);
});
it.each([
  '\\75rl(http://evil/a)',
  'url/**/(http://evil/a)',
  'image-set(url(http://evil/a) 1x)',
  'src(http://evil/a)',
  'url("http://evil/a")',
  'url(//evil/a)',
  'url(#a) url(http://evil)',
  '-webkit-image-set("evil" 1x)',
  'var(--evil)',
  'url(data:image/svg+xml;evil)',
  'element(#evil)',
  'cross-fade(evil)',
])('a value that names an address goes: %s', (value) => {
  const as = value.replaceAll('"', '&quot;');
  for (const text of [
    svg(`<rect width="9" height="9" style="fill:${as};filter:${as};mask:${as}"/>`),
    svg(`<rect width="9" height="9" fill="${as}" filter="${as}" clip-path="${as}"/>`),
    svg(
      `<style>rect{fill:${value};mask:${value};cursor:${value};background:${value}}</style><rect width="9" height="9"/>`,
    ),
  ])
    expect(serialised(cleanSvg(text))).not.toMatch(/evil|\\|\/\*|image-set|src\(|var\(/);
});
it.each([
  ['itself', '<g id="a"><use href="#a"/></g>'],
  ['itself through another', '<g id="a"><use href="#b"/></g><g id="b"><use href="#a"/></g>'],
  [
    'a pattern that fills itself',
    '<defs><pattern id="p" width="4" height="4"><rect width="2" height="2" fill="url(#p)"/></pattern></defs>',
  ],
])('a reference to %s is refused', (_what, inner) => {
  expect(refused(svg(inner))).toMatchObject({ kind: 'endless' });
});
it('what is too much is refused, saying what', () => {
  const levels = Array.from({ length: 8 }, (_, i) => `<g id="l${i + 1}">${`<use href="#l${i}"/>`.repeat(10)}</g>`).join(
    '',
  );
  expect(refused(svg(`<rect id="l0" width="1" height="1"/>${levels}`))).toMatchObject({ kind: 'too-much' });
  expect(refused(svg('<path d="M0 0"/>'.repeat(SVG_LIMITS.elements + 1)))).toMatchObject({
    kind: 'too-much',
    message: expect.stringContaining('20,000') as string,
  });
  expect(refused(svg(`<path d="${'M0 0'.repeat(1_100_000)}"/>`))).toMatchObject({ kind: 'too-much' });
  expect(refused(svg(`${'<g id="a">'.repeat(8000)}${'</g>'.repeat(8000)}`))).toMatchObject({
    kind: 'too-much',
    message: expect.stringContaining('deep') as string,
  });
  expect(refused(svg(`<text>${'a'.repeat(300_000)}</text>`))).toMatchObject({
    kind: 'too-much',
    message: expect.stringContaining('letters') as string,
  });
  expect(refused(svg(`<g transform="${'rotate(1)'.repeat(9000)}"/>`))).toMatchObject({ kind: 'too-much' });
  expect(refused(svg('<rect/>').slice(0, -4))).toMatchObject({ kind: 'broken' });
});
it('a part that is repeated some times is taken', () => {
  expect(
    serialised(cleanSvg(svg('<defs><g id="a"><circle r="1"/></g></defs><use href="#a"/><use href="#a" x="5"/>'))),
  ).toContain('use');
});
it('what begins like a drawing is told in one pass, however it begins', () => {
  expect(beginsLikeSvg('\ufeff<?xml version="1.0"?><!-- a --><!DOCTYPE svg [<!ENTITY a "b">]><!-- b -->\n<svg>')).toBe(
    true,
  );
  expect(beginsLikeSvg('<svg:svg xmlns:svg="x">')).toBe(true);
  for (const text of [
    `${'<!---->'.repeat(26)}x`,
    '<?'.repeat(8000),
    `<!DOCTYPE [${']'.repeat(80_000)}`,
    '<html><svg>',
    'svg',
    '',
  ])
    expect(beginsLikeSvg(text)).toBe(false);
});
