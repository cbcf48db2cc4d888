/** Browser tests: the real application in headless Chromium. */
import base from '../../jest.config.mjs';

export default {
  ...base,
  rootDir: '../..',
  testEnvironment: '<rootDir>/tests/browser/environment.mjs',
  testMatch: ['<rootDir>/tests/browser/**/*.test.ts'],
  globalSetup: '<rootDir>/tests/browser/prepare.mjs',
  testTimeout: 240_000,
  forceExit: true,
};
