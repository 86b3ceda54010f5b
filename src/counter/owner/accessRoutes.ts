import { Router } from 'express';
import { addDays, formatMoment, type Instant, startOfDate } from '#core/calendar';
import { compareAddress, isAddress, type PersonRecord } from '#core/people';
import { hasForAsLong } from '#core/shop';
import type { GiveAnswer, GiveLine } from '../../wire';
import { OWNER_ROUTES } from '../../wire/contract';
import { type CounterContext, liveRelease, shopOf } from '../context';
import { Problem, refusalProblem } from '../http/problem';
import { cleanName } from '../shared/people';
import { serve } from './serve';

type Fate = GiveAnswer['fates'][number];
interface Judged extends Fate {
  line: GiveLine;
  until: Instant | null;
}

/** Access by hand: given to one or to many, with another last day, taken back. */
export function accessRoutes(context: CounterContext): Router {
  const router = Router();
  const { runner, people } = context;

  serve(router, context, OWNER_ROUTES.giveAccess, async ({ body: { lines, reason, mail, tryOnly }, by }) => {
    const judged = judgeAll(lines);
    const fates = judged.map(({ fate, why }) => ({ fate, why }));
    const going = judged.filter(({ fate }) => fate === 'new' || fate === 'known');
    if (tryOnly) return { fates, given: 0 };
    const wrong = fates.find(({ fate }) => fate === 'wrong');
    if (wrong) throw new Problem(409, `Nothing was given. ${wrong.why}`, 'line-wrong');
    // People first, safe on the disk, before any fact names them; then every pass in one entry of the history.
    const found = new Map<string, PersonRecord>();
    for (let i = 0; i < going.length; i += TOGETHER)
      await Promise.all(
        going.slice(i, i + TOGETHER).map(async ({ line }) => {
          found.set(compareAddress(line.address), await personFor(line));
        }),
      );
    const gifts = going.flatMap(({ line, until }) => {
      const person = found.get(compareAddress(line.address));
      return person ? [{ personId: person.id, productId: line.productId, until }] : [];
    });
    let given = 0;
    if (gifts.length > 0) {
      const done = await runner.execute({ type: 'give-passes', gifts, reason, mail }, by.id);
      if ('refused' in done) throw refusalProblem(done);
      await runner.synced();
      given = done.events.filter(({ type }) => type === 'pass.opened').length;
    }
    return { fates, given };
  });

  serve(router, context, OWNER_ROUTES.actOnPass, async ({ body: wanted, params: { pass: passId }, by }) => {
    const { zone, locale } = shopOf(context);
    const until = wanted.act === 'until' ? endOf(wanted.until, zone) : null;
    const done = await runner.execute(
      until === null ? { type: 'withdraw-pass', passId } : { type: 'move-pass', passId, until },
      by.id,
    );
    if ('refused' in done) throw refusalProblem(done);
    await runner.synced();
    return {
      sentence: until === null ? 'Withdrawn. It is closed now.' : `Open until ${formatMoment(until, zone, locale)}.`,
    };
  });

  /** What becomes of each line, looking at those before it: the same twice is given once. */
  function judgeAll(lines: readonly GiveLine[]): Judged[] {
    const products = new Set(liveRelease(context)?.content.products.map(({ id }) => id));
    const { zone } = shopOf(context);
    const seen = new Set<string>();
    return lines.map((line): Judged => {
      const until = line.until === null ? null : endOf(line.until, zone);
      const say = (fate: Fate['fate'], why = ''): Judged => ({ fate, why, line, until });
      if (!isAddress(line.address)) return say('wrong', `“${line.address}” is not an email address.`);
      if (!products.has(line.productId)) return say('wrong', 'This product is not live.');
      if (until !== null && until <= runner.now()) return say('wrong', `${line.until} is in the past.`);
      const key = `${compareAddress(line.address)} ${line.productId}`;
      if (seen.has(key)) return say('double', 'It is already in an earlier line.');
      seen.add(key);
      const person = people.find(line.address);
      if (!person) return say('new');
      const gift = { personId: person.id, productId: line.productId, until };
      return hasForAsLong(runner.state, gift, runner.now()) ? say('has', 'They can open it already.') : say('known');
    });
  }

  async function personFor({ address, name }: GiveLine): Promise<PersonRecord> {
    const person = await people.findOrAdd(address, () => ({
      id: context.ids.next('u'),
      rev: 1,
      name: cleanName(name),
      address: address.trim().normalize('NFC'),
    }));
    if (people.isGoing(person.id))
      throw new Problem(503, 'Someone in this list is being erased. No access was given. Try again.', 'press-again');
    if (runner.state.people.get(person.id) !== person.rev)
      await runner.execute({ type: 'change-person', personId: person.id, rev: person.rev });
    return person;
  }

  return router;
}

/** So many new people are written to the disk at once. */
const TOGETHER = 500;

/** The first moment after a day. */
const endOf = (date: string, zone: string): Instant => startOfDate(addDays(date, 1), zone);
