import { slotsFor, type Taken } from '#core/booking';
import { addDays, addMs, DAY, msOf } from '#core/calendar';
import { asBooked } from '#core/catalogue';
import { coachingOf, openOn } from '../tests/support/coaching';
import { selling } from '../tests/support/membership';
import { releaseWith, shopInMemory } from '../tests/support/shopInMemory';

const START = '2026-06-15T08:00:00.000Z';
const ZONE = 'Europe/Lisbon';
const DATES = 60;
const BOOKED = 1_000;
const AT_ONCE = 100;
/** Sessions that a shop has held in its years: they are in nobody's way any more. */
const PAST = 20_000;
const ROUNDS = 40;

const say = (line: string): void => void process.stdout.write(`${line}\n`);

const COACHING = coachingOf('c', {
  hours: openOn([1, 2, 3, 4, 5, 6, 7], '06:00', '22:00'),
  grid: 15,
  minutes: 30,
  bufferAfter: 10,
  sessions: 1,
});

/** Free times of sixty dates beside a thousand bookings, and a hundred who book at once. */
export async function booking(): Promise<void> {
  const rules = asBooked(COACHING);
  const calendar = (taken: readonly Taken[]) => ({ now: START, zone: ZONE, taken });
  const none = slotsFor(rules, calendar([]), '2026-06-15', addDays('2026-06-15', DATES));
  const taken = Array.from({ length: BOOKED }, (_, i): Taken => {
    const from = msOf(START) + DAY + i * ((DATES - 2) / BOOKED) * DAY;
    return { from, until: from + 1_800_000, before: 0, after: 10, session: true };
  });
  const time = (of: readonly Taken[]): number => {
    const began = performance.now();
    for (let i = 0; i < ROUNDS; i += 1) slotsFor(rules, calendar(of), '2026-06-15', addDays('2026-06-15', DATES));
    return (performance.now() - began) / ROUNDS;
  };
  time([]);
  const [empty, full] = [time([]), time(taken)];
  say(
    `Free times of ${DATES} dates (${none.length} where nothing is booked): ${empty.toFixed(2)} ms; beside ${BOOKED} bookings ${full.toFixed(2)} ms, ${(full / empty).toFixed(2)} times that.`,
  );

  const shop = await shopInMemory(
    releaseWith([{ kind: 'once', amount: '50' }], { shop: { zone: ZONE }, edit: selling([COACHING], 'c') }),
    START,
  );
  for (let i = 0; i < AT_ONCE; i += 1) await shop.order({ person: `u${i}` });
  const passId = shop.runner.state.passesOfPerson.get('u0')?.[0] ?? '';
  for (let i = 0; i < PAST; i += 1) {
    const from = addMs(START, -(i + 10) * 3_600_000);
    shop.runner.state.sessions.set(`old${i}`, {
      id: `old${i}`,
      passId,
      productId: 'c',
      from,
      until: addMs(from, 1_800_000),
      before: 0,
      after: 10,
      zone: null,
      status: 'held',
      counts: true,
      sequence: 0,
      bookedAt: from,
      calledOffBy: null,
      dateId: null,
      seats: 1,
      offered: null,
      moneyBack: null,
    });
  }
  const slots = none.filter((_, i) => i % 4 === 0);
  const began = performance.now();
  const done = await Promise.all(
    Array.from({ length: AT_ONCE }, (_, i) =>
      shop.runner.execute({
        type: 'book-session',
        personId: `u${i}`,
        productId: 'c',
        at: slots[i] ?? '',
        busy: [],
        by: 'member',
        zone: null,
      }),
    ),
  );
  const took = performance.now() - began;
  say(
    `${AT_ONCE} people book at once in a shop that has held ${PAST.toLocaleString('en')}: ${took.toFixed(0)} ms in all, ${(took / AT_ONCE).toFixed(2)} ms each; ${done.filter((d) => 'events' in d).length} booked.`,
  );
}
