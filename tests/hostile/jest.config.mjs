/** Hostile files, requests and faults against the real application; no browser. */
import base from '../../jest.config.mjs';

export default {
  ...base,
  rootDir: '../..',
  testMatch: ['<rootDir>/tests/hostile/**/*.test.ts'],
  globalSetup: '<rootDir>/tests/browser/prepare.mjs',
  testTimeout: 240_000,
  forceExit: true,
};
