import unit, { LONGEST_MS } from './jest.config.js';

// Browsers have the machine's own day; the zone of those who read there is said by each test.
process.env.TZ = 'UTC';

export default {
  ...unit,
  testMatch: ['<rootDir>/tests/e2e/**/*.test.ts'],
  testPathIgnorePatterns: ['/node_modules/'],
  testTimeout: LONGEST_MS,
  setupFiles: [],
  // Each file of tests has its shop, its port and its browser.
  maxWorkers: 2,
};
