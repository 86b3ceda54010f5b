import type { PersonId } from '#core/ids';
import { everyAddressOf, leavingRecord, type PersonRecord } from '#core/people';
import type { CounterContext } from '../context';
import { type KeptFor, keptForOf, underWayOf, type UnderWay, unsentTo } from '#core/shop';
import { Problem } from '../http/problem';
import { postalOf } from './taskView';

/**
 * Forgets a person: their record, their sign-ins, and what the mail service here holds for them. The history and its
 * papers stay whole, and name nobody any more. It is written down first, done step by step, gone on with at each start
 * and every minute, and only then said to be done. What an open parcel or refund needs is kept until that closes.
 * @returns what it still waits for; null where all is erased
 * @throws Problem while something of theirs still runs or is being asked for: nothing is done then
 * @throws Problem 503 where it has begun and could not be finished now
 */
export async function erasePerson(context: CounterContext, asked: PersonId): Promise<KeptFor | null> {
  const { people, erasures } = context;
  const begun = erasures.of(asked);
  if (!begun) {
    // Whoever was made one with somebody is that one by now, with all that runs for them.
    const record = people.get(asked);
    if (!record || record.erased)
      throw new Problem(404, 'This person is not known here. Nothing was done.', 'no-such-person');
    checkFree(context, record.id);
    await erasures.begin({ personId: record.id, addresses: everyAddressOf(record), at: context.runner.now() });
    asked = record.id;
  }
  try {
    return await goOnErasing(context, asked);
  } catch (error) {
    // Refused before anything of theirs was gone: it did not begin.
    if (error instanceof Problem) {
      await erasures.end(asked);
      throw error;
    }
    context.log('An erasure could not be finished, and is gone on with', error);
    throw new Problem(
      503,
      'The erasing has begun and could not be finished now: the disk or the mail service did not answer. It is recorded and continues automatically. Check again in a few minutes.',
      'erasing',
    );
  }
}

/** Goes on with every erasure that has begun, as at a start. What cannot be done now stays to be done. */
export async function goOnWithErasures(context: CounterContext): Promise<void> {
  for (const { personId } of context.erasures.all())
    await goOnErasing(context, personId).catch((error: unknown) =>
      context.log('An erasure could not be finished, and is gone on with', error),
    );
}

/** Each step can be done again: the last takes the erasure from the list. */
async function goOnErasing(context: CounterContext, personId: PersonId): Promise<KeptFor | null> {
  const { people, runner, doors, outside, erasures, learners, named, papers, networks } = context;
  const record = people.kept(personId);
  const waits = record?.erased ? null : keptForOf(runner.state, personId);
  if (waits && record?.leaves) return waits;
  // Asked once more at the last moment: somebody may have bought meanwhile.
  const erased = record?.erased
    ? record
    : await people.erase(
        personId,
        () => checkFree(context, personId),
        waits ? (now) => leavingRecord(now, parcelsTo(context, now)) : undefined,
      );
  await learners.forget(personId);
  await named.forget(personId);
  await papers.forget(personId);
  networks.forget(personId);
  await doors.endAllOf(personId, runner.now());
  if ((runner.state.people.get(personId) ?? 0) < erased.rev) {
    const done = await runner.execute({ type: 'change-person', personId, rev: erased.rev });
    if ('refused' in done && done.refused !== 'nothing-to-do') throw new Error(`The history refused: ${done.refused}`);
  }
  // Mail to an address that somebody else has by now is theirs.
  const addresses = erasures.of(personId)?.addresses.filter((address) => people.find(address) === undefined) ?? [];
  for (const address of addresses) await outside.forget(address);
  if (!waits) await erasures.end(personId);
  return waits;
}

/** @throws Problem where somebody is another by now, or something of theirs is under way */
function checkFree(context: CounterContext, personId: PersonId): void {
  if (context.people.get(personId)?.id !== personId)
    throw new Problem(
      409,
      'This customer was just merged with another one. Nothing was erased. Check the merged customer first.',
      'same-person',
    );
  refuseUnderWay(context, personId);
}

/** @throws Problem that says what of somebody is under way */
function refuseUnderWay({ runner }: CounterContext, personId: PersonId): void {
  const found = underWayOf(runner.state, personId, runner.now());
  if (found) throw new Problem(409, UNDER_WAY[found.why](found as never), found.why);
}

const UNDER_WAY: { [W in UnderWay['why']]: (found: Extract<UnderWay, { why: W }>) => string } = {
  'still-runs': ({ title }) => `“${title}” is still running for this person. Cancel it first. Nothing was erased.`,
  'still-booked': () =>
    'This person still has a session booked. Cancel it first, so that they are told. Nothing was erased.',
  'still-asking': () =>
    'A payment or an email for this person is still under way. Nothing was erased. Try again in a few minutes.',
};

/** Where the parcels that are still to be sent go, each under its own pass. */
const parcelsTo = ({ runner: { state } }: CounterContext, record: PersonRecord): NonNullable<PersonRecord['postal']> =>
  Object.fromEntries(
    unsentTo(state, record.id).flatMap((pass) => {
      const to = postalOf(state, pass, record);
      return to ? [[pass.id, to] as const] : [];
    }),
  );
