import { type Facts, type Run, say, type StatementPart, type Voice } from '../statementParts';

const OFTEN = { day: 'daily', week: 'weekly', month: 'monthly', year: 'yearly' };

/** "monthly", "every 3 months". */
export const often = ({ count, unit }: Facts['every']): string =>
  count === 1 ? OFTEN[unit] : `every ${count} ${unit}s`;

/** The statement in English. */
export function statement(facts: Facts, { money, day, today }: Voice): StatementPart[] {
  const when = today ? 'Today' : 'On the day of purchase';
  if (facts.open) {
    const { least, most } = facts.open;
    const bounds = most === null ? say`at least ${money(least)}` : say`from ${money(least)} to ${money(most)}`;
    return [...say`${when} an amount you choose, `, ...bounds, ...say`, one payment.`];
  }
  if (facts.nothing) return say`Free: nothing to pay, today or later.`;
  if (facts.once && facts.today) {
    const { amount, sending } = facts.today;
    const of = sending > 0 ? say`, of which ${money(sending)} for delivery` : [];
    return [...say`${when} ${money(amount)}`, ...of, ...say`, one payment.`];
  }
  const parts: StatementPart[] = [];
  if (facts.today) parts.push(...startOf(facts, facts.today));
  if (facts.creditTo !== null)
    parts.push(...say`Nothing is charged up to and including ${day(facts.creditTo)}: your credit pays.`);
  facts.runs.forEach((run, i) =>
    parts.push(
      ...runOf(run, i === 0 && !facts.today && facts.creditTo === null ? '' : i === 0 ? ' Then ' : ', then ', i === 0),
    ),
  );
  if (facts.runs.length > 0) parts.push(...say`.`);
  if (facts.parcels) parts.push(...parcelsOf(facts.parcels));
  if (facts.inAll !== null) parts.push(...say` ${money(facts.inAll)} in total.`);
  if (facts.trial) parts.push(...say` Cancel before ${day(facts.trial.until)} and nothing more is charged.`);
  else if (facts.canStop && facts.endsOn === null)
    parts.push(...say` Cancel any time; you keep access until the end of the period you paid for.`);
  if (facts.endsOn !== null) parts.push(...say` It ends on ${day(facts.endsOn)}.`);
  return parts;

  function parcelsOf({ count, sending }: NonNullable<Facts['parcels']>): StatementPart[] {
    const which = facts.trial ? 'Each of these payments' : 'Each payment';
    const what = count === 1 ? 'one parcel' : `${count} parcels`;
    return sending === 0
      ? say` ${which} includes ${what}, sent free of charge.`
      : say` ${which} includes ${what} and ${money(sending)} for delivery.`;
  }

  function startOf(
    { trial, setUpLabel }: Facts,
    { amount, fee, setUp, sending }: NonNullable<Facts['today']>,
  ): StatementPart[] {
    const days = trial ? (trial.days === 1 ? 'first day' : `first ${trial.days} days`) : '';
    const free = trial && fee === 0 ? say`the ${days} ${trial.days === 1 ? 'is' : 'are'} free` : [];
    const pieces = [
      ...(trial && fee > 0 ? [say`${money(fee)} for the ${days}`] : []),
      ...(setUp > 0 ? [say`${money(setUp)} for ${setUpLabel}`] : []),
      ...(sending > 0 ? [say`${money(sending)} for delivery`] : []),
    ];
    const listed = pieces.flatMap((piece, i) => (i === 0 ? piece : [...say` and `, ...piece]));
    if (!trial)
      return pieces.length > 0
        ? [...say`${when} ${money(amount)}, of which `, ...listed, ...say`.`]
        : say`${when} ${money(amount)}.`;
    if (amount === 0) return [...say`${when} nothing: `, ...free, ...say`.`];
    const what = pieces.length > 1 ? [...say`${money(amount)}: `, ...listed] : listed;
    return [...say`${when} `, ...what, ...(free.length > 0 ? [...say`; `, ...free] : []), ...say`.`];
  }

  function runOf(run: Run, before: string, first: boolean): StatementPart[] {
    const repeats = often(facts.every);
    const setUp =
      first && facts.setUpLater > 0 ? say`, of which ${money(facts.setUpLater)} for ${facts.setUpLabel}` : [];
    if (run.count === null)
      return [...say`${before}${money(run.amount)} ${repeats} from ${day(run.first)}, until cancelled`, ...setUp];
    if (run.count === 1) return [...say`${before}${money(run.amount)} on ${day(run.first)}`, ...setUp];
    return [
      ...say`${before}${run.count} payments of ${money(run.amount)}, ${repeats} from ${day(run.first)}, the last on ${day(run.last)}`,
      ...setUp,
    ];
  }
}
