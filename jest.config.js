import { testDay } from './scripts/testDay.mjs';

// No test may depend on what day it is, or where: each run has one day and one zone, and says which.
Object.assign(process.env, testDay());
if (process.env.JEST_WORKER_ID === undefined && !process.env.KEEL_TEST_SAID) {
  process.env.KEEL_TEST_SAID = 'yes';
  process.stderr.write(`Day of the tests: ${process.env.KEEL_TEST_DATE}, zone ${process.env.TZ}\n`);
}

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

/**
 * The one limit on waiting, for all tests: it ends what never comes. No test measures speed, so it is far beyond what any
 * of them takes on a machine that does ten other things.
 */
export const LONGEST_MS = Number(
  process.env.KEEL_TEST_LIMIT ?? (process.env.KEEL_FAULTS === 'long' ? 7_200_000 : 600_000),
);

export default {
  testEnvironment: 'node',
  setupFiles: ['<rootDir>/tests/support/falseDate.mjs'],
  // Every core: on a machine of two the unit tests are done in half the time.
  maxWorkers: '100%',
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform,
  testMatch: ['<rootDir>/tests/**/*.test.ts', '<rootDir>/tests/**/*.test.tsx'],
  testTimeout: LONGEST_MS,
  testPathIgnorePatterns: ['/node_modules/', '<rootDir>/tests/e2e/'],
  // Copies of the sources that a test or a run of mutants makes.
  modulePathIgnorePatterns: ['<rootDir>/.toys-', '<rootDir>/.mutants/'],
  moduleNameMapper: { '\\.css$': '<rootDir>/tests/empty.ts' },
};
