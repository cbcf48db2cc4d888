/** Unit tests of the core and tests of the server; browser tests have a configuration of their own. */
export default {
  testEnvironment: 'node',
  // What native packages share between test files is left alone: their properties could not be set any more.
  testEnvironmentOptions: { globalsCleanup: 'off' },
  testMatch: ['<rootDir>/src/**/*.test.ts', '<rootDir>/tests/{house,server}/**/*.test.ts'],
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform: {
    '^.+\\.tsx?$': [
      '<rootDir>/tests/transform.mjs',
      {
        jsc: {
          target: 'es2022',
          parser: { syntax: 'typescript', tsx: true },
          transform: { react: { runtime: 'automatic' } },
        },
        module: { type: 'es6' },
      },
    ],
  },
  testTimeout: 60_000,
};
