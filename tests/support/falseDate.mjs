// A false date for a whole run of the tests: `Date` begins at KEEL_TEST_DATE and goes on at the usual pace. Only the wall
// clock is false: timers and `performance.now` are the machine's, or waiting would break. Loaded by Jest before each file
// of tests, and by Node (`--import`) before each program that a test starts.
const begins = process.env.KEEL_TEST_DATE;
if (begins && begins !== 'today' && !globalThis.Date.isFalse) {
  const TrueDate = globalThis.Date;
  // Once for a run, so that programs a test starts agree with it.
  process.env.KEEL_TEST_OFFSET ??= String(TrueDate.parse(begins) - TrueDate.now());
  const offset = Number(process.env.KEEL_TEST_OFFSET);
  const now = () => TrueDate.now() + offset;
  globalThis.Date = class Date extends TrueDate {
    static isFalse = true;
    static now() {
      return now();
    }
    constructor(...args) {
      if (args.length === 0) super(Date.now());
      else super(...args);
    }
  };
}
