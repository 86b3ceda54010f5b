const transform = {
  '^.+\\.(t|j)sx?$': [
    '@swc/jest',
    {
      module: { type: 'es6' },
      jsc: {
        target: 'es2022',
        parser: { syntax: 'typescript', tsx: true },
        transform: { react: { runtime: 'automatic' } },
      },
    },
  ],
};

export default {
  testEnvironment: 'node',
  // Every core: on a machine of two the unit tests are done in half the time.
  maxWorkers: '100%',
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform,
  testMatch: ['<rootDir>/tests/**/*.test.ts', '<rootDir>/tests/**/*.test.tsx'],
  // Long enough for a busy machine: no test measures speed.
  testTimeout: 30_000,
  testPathIgnorePatterns: ['/node_modules/', '<rootDir>/tests/e2e/'],
  // Copies of the sources that a test or a run of mutants makes.
  modulePathIgnorePatterns: ['<rootDir>/.toys-', '<rootDir>/.mutants/'],
  moduleNameMapper: { '\\.css$': '<rootDir>/tests/empty.ts' },
};
