import unit from './jest.config.js';

export default {
  ...unit,
  testMatch: ['<rootDir>/tests/e2e/**/*.test.ts'],
  testPathIgnorePatterns: ['/node_modules/'],
  testTimeout: 120_000,
};
