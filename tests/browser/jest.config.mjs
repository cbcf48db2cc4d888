/** Browser tests: the real application in headless Chromium. */
import base from '../../jest.config.mjs';

export default {
  ...base,
  rootDir: '../..',
  testMatch: ['<rootDir>/tests/browser/**/*.test.ts'],
  testTimeout: 240_000,
  forceExit: true,
};
