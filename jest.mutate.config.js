import unit from './jest.config.js';

// What tells a wrong line soonest: the tests of its own room, without the simulations, the copies of the sources and
// the processes.
const rooms = (process.env.MUTATED_ROOMS ?? '').split(' ').filter((room) => room !== '');

export default {
  ...unit,
  ...(rooms.length > 0 ? { testMatch: rooms.map((room) => `<rootDir>/tests/${room}/**/*.test.ts`) } : {}),
  testPathIgnorePatterns: [
    ...unit.testPathIgnorePatterns,
    'longRun',
    '<rootDir>/tests/rooms/',
    'crash.test',
    'demoFolder',
  ],
};
