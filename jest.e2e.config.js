import unit, { LONGEST_MS } from './jest.config.js';

export default {
  ...unit,
  testMatch: ['<rootDir>/tests/e2e/**/*.test.ts'],
  testPathIgnorePatterns: ['/node_modules/'],
  testTimeout: LONGEST_MS,
  // A browser has the machine's own clock.
  setupFiles: [],
};
