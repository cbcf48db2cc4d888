// The clipboard: what comes from it is checked; what is not valid costs nothing.
import { flat, headline, scene } from '../testing/scenes';
import { layersClip, textClip } from './clip';

it('layers come back as they were copied; what is broken among them is left out', () => {
  const { slide } = scene((z) => [flat('a', '#112233')(z), headline('Halt', '#ffffff')(z)]);
  const clip = layersClip(
    JSON.stringify({
      format: 'plavo-layers',
      layers: [...slide.layers, { kind: 'text' }],
      groups: [{ id: 'g', name: 'G' }, 5],
      swatches: [{ id: 's', name: 'S', colour: '#ABCDEF' }, { id: 'both' }],
    }),
  )!;
  expect(clip.layers).toEqual(slide.layers);
  expect(clip.groups).toEqual([{ id: 'g', name: 'G', within: null }]);
  expect(clip.swatches).toEqual([{ id: 's', name: 'S', colour: '#abcdef', house: false }]);
});
it.each([
  '',
  'hello',
  '{',
  'null',
  '[]',
  '{"format":"other","layers":[]}',
  '{"format":"plavo-layers","layers":{}}',
  '{"format":"plavo-layers","layers":[{}]}',
])('%s holds no layers', (text) => expect(layersClip(text)).toBeNull());
it('a part of a text is taken with its looks, or not at all', () => {
  expect(textClip('{"text":"ab","spans":[{"start":0,"end":1,"look":{"fontSize":9}}]}')).toEqual({
    text: 'ab',
    spans: [{ start: 0, end: 1, look: { fontSize: 9 } }],
  });
  for (const bad of [
    '',
    '{}',
    '{"text":5,"spans":[]}',
    '{"text":"a","spans":[{"start":-1,"end":1,"look":{}}]}',
    '{"text":"a","spans":[{"start":0,"end":1,"look":{"fontSize":1e9}}]}',
  ])
    expect(textClip(bad)).toBeNull();
});
