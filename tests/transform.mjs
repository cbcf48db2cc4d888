// Types are stripped for tests, and each module gets globals of its own for what inner loops ask for most: in the
// context in which tests run a global is looked up anew each time, which makes computation many times slower.
import swc from '@swc/jest';

const OWN =
  'const { Math, Float32Array, Float64Array, Int32Array, Uint8Array, Uint8ClampedArray, Infinity, Number, Array } = globalThis; ';

const transformer = {
  createTransformer(options) {
    const inner = swc.createTransformer(options);
    const quicker = (done) => ({ ...done, code: OWN + done.code });
    return {
      canInstrument: inner.canInstrument,
      getCacheKey: (...asked) => `${inner.getCacheKey(...asked)}-own-globals-1`,
      process: (...asked) => quicker(inner.process(...asked)),
      processAsync: async (...asked) => quicker(await inner.processAsync(...asked)),
    };
  },
};
export default transformer;
