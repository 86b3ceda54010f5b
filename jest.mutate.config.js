import unit from './jest.config.js';

// What tells a wrong line soonest: the unit tests, without the simulations, the copies of the sources and the processes.
export default {
  ...unit,
  testPathIgnorePatterns: [
    ...unit.testPathIgnorePatterns,
    'longRun',
    '<rootDir>/tests/rooms/',
    'crash.test',
    'demoFolder',
  ],
};
