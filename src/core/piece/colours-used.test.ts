// The colours of a piece are those that are seen, all of them.
import { makeFill } from '../kinds/fill';
import { makeShape } from '../kinds/shape';
import { makeText } from '../kinds/text';
import { makeTint } from '../kinds/tint';
import { ids } from '../testing/scenes';
import { gradientThrough, makeBacking, makeShadow, solid } from '../values/made';
import { coloursUsed } from './colours-used';
import { makePiece } from './make';

it('finds inks of parts, highlights, backings, strokes, shadows, stops and tints; nothing that is off or hidden', () => {
  const piece = makePiece('Used', { width: 800, height: 800 }, ids(), (z) => {
    const gradient = makeFill('g', '#111111', z),
      text = makeText('t', 'Slow trains', z, '#aa0001');
    return [
      { ...gradient, fill: { ...gradient.fill, kind: 'gradient', gradient: gradientThrough(['#00aa01', '#00aa02']) } },
      makeTint('tint', '#0000a1', 0.4, z),
      {
        ...text,
        spans: [{ start: 0, end: 4, look: { fill: solid('#aa0002'), highlight: '#aa0003' } }],
        backing: makeBacking('#aa0004'),
        shadows: [
          { ...makeShadow(80), colour: '#aa0005' },
          { ...makeShadow(80), colour: '#bbbbbb', on: false },
        ],
        outline: { ...text.outline, width: 2, colour: '#aa0006' },
      },
      { ...makeText('off', 'Off', z, '#aa0001'), backing: { ...makeBacking('#cccccc'), on: false } },
      { ...makeShape('s', 'star', '#dddddd', z), visible: false },
    ];
  });
  expect(coloursUsed(piece)[0]).toBe('#aa0001');
  expect(coloursUsed(piece).sort()).toEqual(
    ['#0000a1', '#00aa01', '#00aa02', '#aa0001', '#aa0002', '#aa0003', '#aa0004', '#aa0005', '#aa0006'].sort(),
  );
});
