/** Unit and API tests of all workspaces; the browser's are in e2e/. */
export default {
  testMatch: [
    '<rootDir>/{core,formats,contract,drawing,writing,server,demo,instruments,standins,web,scripts}/**/*.test.ts',
  ],
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform: {
    '^.+\\.tsx?$': [
      '<rootDir>/scripts/testing/transform.mjs',
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
  globalSetup: '<rootDir>/scripts/testing/setUp.mjs',
  globalTeardown: '<rootDir>/scripts/testing/tearDown.mjs',
  testEnvironment: 'node',
  maxWorkers: 2,
  // A busy machine takes long to load a reader: what hangs is noticed all the same.
  testTimeout: 30_000,
  modulePathIgnorePatterns: ['/dist/'],
};
