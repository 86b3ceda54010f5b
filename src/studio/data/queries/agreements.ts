import type { Collection, InsertType } from 'dexie';
import Dexie from 'dexie';
import { useLiveQuery } from 'dexie-react-hooks';
import { type Agreement, isRunning } from '#core/agreements';
import { addDays, dateIn } from '#core/calendar';
import { addTo, type AgreementRow, dayBounds, type LaterPaymentRow, readTotalKey, totalKeys } from '#core/mirror';
import { sum } from '#core/money';
import type { OfferId } from '#core/ids';
import { db } from '../db';
import { kept } from '../kept';
import { onceAllIsHere } from './newest';
import { totalsBetween } from './totals';
import { nameOf, namesOf, peopleOf } from './people';

interface Sums {
  count: number;
  paid: Map<string, number>;
  left: Map<string, number>;
}

/** How many payment plans and subscriptions there are by status, and what they come to, by currency; undefined while they are still being copied. */
export const useAgreementTotals = (): Map<string, Sums> | undefined =>
  useLiveQuery(() => onceAllIsHere(agreementTotals), []);

async function agreementTotals(): Promise<Map<string, Sums>> {
  const found = new Map<string, Sums>();
  for (const row of await totalsBetween(totalKeys('agreements'))) {
    const { status, currency } = readTotalKey('agreements', row.key);
    for (const key of [status, '']) {
      const total = found.get(key) ?? { count: 0, paid: new Map<string, number>(), left: new Map<string, number>() };
      total.count += row.count;
      addTo(total.paid, currency, row.paid);
      addTo(total.left, currency, row.back);
      found.set(key, total);
    }
  }
  return found;
}

/** Those of a status and kind, in the order of what comes next; either empty for any. */
const agreementRows = (
  status: string,
  kind: string,
): Collection<AgreementRow, string, InsertType<AgreementRow, 'id'>> =>
  (status === ''
    ? db.agreements.orderBy('sort')
    : db.agreements.where('sort').between(`${status}|`, `${status}|\uffff`)
  ).filter((r) => kind === '' || r.agreement.terms.kind === kind);

/** The same with the people they belong to. */
export async function findAgreements(status: string, kind: string, most: number) {
  const rows = await agreementRows(status, kind).limit(most).toArray();
  const people = await peopleOf(rows.map((r) => r.personId));
  return rows.map((row, i) => ({ row, person: people[i], who: nameOf(people[i]) }));
}

export type AgreementFound = Awaited<ReturnType<typeof findAgreements>>[number];

/** One with its passes and its person; null where the history here does not hold it. */
export async function storyOfAgreementRow(id: string) {
  const row = await db.agreements.get(id);
  if (!row) return null;
  const passes = (await kept.passes.byIds(row.agreement.passIds)).filter((p) => p !== undefined);
  return { row, passes, person: await kept.people.get(row.personId) };
}

/** So many of each state are looked through for one that a letter can be made from. */
const LOOKED_AT = 200;

/** One that a letter can be made from, of the first of some states that has one. */
export async function agreementForLetter(states: readonly Agreement['status'][], fits: (a: Agreement) => boolean) {
  for (const status of states) {
    const rows = await db.agreements.where('status').equals(status).limit(LOOKED_AT).toArray();
    const found = rows.find(({ agreement }) => fits(agreement));
    if (found) return { agreement: found.agreement, person: await kept.people.get(found.personId) };
  }
  return null;
}

/** Those with an open dispute of a later payment. */
export const disputedAgreements = () => db.agreements.where('waits').equals(1).toArray();

/** Running agreements whose cards are looked at. */
const CARDS_LOOKED_AT = 2_000;

/** What payments over time bring on a day: what is behind, trials and cards that end, what came in. */
export async function paymentsOn(
  today: string,
  { zone, currency, named }: { zone: string; currency: string; named: number },
) {
  const week = addDays(today, 7);
  const next = addDays(`${today.slice(0, 7)}-28`, 7).slice(0, 7);
  const behind = await agreementRows('past-due', '')
    .limit(named + 1)
    .toArray();
  const inTrial = await db.agreements.where('sort').between('in-trial|', `in-trial|${week}\uffff`).toArray();
  const trials = inTrial.filter((r) => dateIn(r.agreement.trialUntil ?? '9999-01-01T00:00:00.000Z', zone) <= week);
  const running = await db.agreements
    .where('status')
    .anyOf('active', 'in-trial', 'past-due')
    .limit(CARDS_LOOKED_AT)
    .toArray();
  const expiring = running.filter(
    ({ agreement: a }) => isRunning(a) && a.card?.expires !== undefined && a.card.expires <= next,
  );
  const came = await totalsBetween(totalKeys('later', [currency], addDays(today, -1), today));
  return {
    behind,
    trials,
    expiring,
    people: await namesOf([...behind, ...trials, ...expiring].map((r) => r.personId)),
    came: { count: sum(came.map((t) => t.count)), paid: sum(came.map((t) => t.paid)) },
    behindCount: await db.agreements.where('status').equals('past-due').count(),
  };
}

export interface LaterChoice {
  /** A day, a month, or two days "2026-06-14..2026-06-15"; empty for all. */
  days: string;
  offerId: OfferId;
  /** Only those of which something went back. */
  back: boolean;
}
const MOST_LATER = 200;
export type LaterFound = Awaited<ReturnType<typeof findLater>>;

/** The latest payments of a choice, and totals over all of it: from total rows, or counted where only those that went back are asked for. */
export async function findLater({ days, offerId, back }: LaterChoice) {
  const [from, until] = dayBounds(days);
  const to = `${until}\uffff`;
  const found = { count: 0, paid: new Map<string, number>(), back: new Map<string, number>() };
  const count = (currency: string, of: { count: number; paid: number; back: number }): void => {
    found.count += of.count;
    addTo(found.paid, currency, of.paid);
    addTo(found.back, currency, of.back);
  };
  const fits = (row: { day: string; offerId: OfferId }): boolean =>
    row.day >= from && row.day <= to && (offerId === '' || row.offerId === offerId);
  let rows: LaterPaymentRow[];
  if (back) {
    rows = (await db.laterPayments.where('[went+day]').between([1, from], [1, to]).reverse().toArray()).filter(fits);
    for (const row of rows) count(row.currency, { count: 1, paid: row.amount, back: row.back });
  } else {
    for (const total of await totalsBetween(totalKeys('later'))) {
      const of = readTotalKey('later', total.key);
      if (fits(of)) count(of.currency, total);
    }
    const range =
      offerId === ''
        ? db.laterPayments.where('day').between(from, to)
        : db.laterPayments.where('[offerId+day]').between([offerId, from || Dexie.minKey], [offerId, to]);
    rows = await range.reverse().limit(MOST_LATER).toArray();
  }
  const shown = rows.slice(0, MOST_LATER);
  const people = await peopleOf(shown.map((r) => r.personId));
  return { ...found, rows: shown.map((row, i) => ({ row, who: nameOf(people[i]) })) };
}
