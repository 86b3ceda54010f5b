import { calledBySeller } from '#core/people';
import { isBoughtDisputed, type OrderRow } from '#core/mirror';
import { formatAmount, sum } from '#core/money';
import { boughtWith, leftOf, lineBought, sumsOf } from '#core/payments';
import type { PersonId } from '#core/ids';
import { linksSent, noteLinkSent } from '../data/queries/edits';
import { ownerApi } from '../data/ownerApi';
import { store } from '../store';
import { meansInWords } from '../statusWords';
import type { OrderQuery } from '../data/queries/orderQuery';
import { findOrders, type OrderAndPerson } from '../data/queries/orders';
import { deliverWords } from '#say/deliver';
const say = deliverWords.manyActs;

export type ActKind = 'links' | 'refunds';

/** What an act on a list would do, before anything is done. */
export interface ManyPlan {
  kind: ActKind;
  targets: OrderAndPerson[];
  /** Whom it leaves out, and why. */
  leftOut: { why: string; count: number }[];
  /** One worked example. */
  example: string;
  /** The button, naming it all. */
  button: string;
  title: string;
}

const LINK_AGAIN_AFTER_MS = 86_400_000;

export async function planMany(kind: ActKind, query: OrderQuery, locale: string, now: number): Promise<ManyPlan> {
  const { rows } = await findOrders(query, Infinity);
  return kind === 'links' ? planLinks(rows, await linksSent(), now) : planRefunds(rows, locale);
}

export function planLinks(rows: readonly OrderAndPerson[], sent: Record<string, number>, now: number): ManyPlan {
  const once = [...new Map(rows.map((row) => [row.order.personId, row])).values()];
  const erased = once.filter((row) => !row.person);
  const lately = once.filter(
    (row) => row.person && now - (sent[row.order.personId] ?? -Infinity) < LINK_AGAIN_AFTER_MS,
  );
  const targets = once.filter((row) => !erased.includes(row) && !lately.includes(row));
  const people = targets.length === 1 ? say.person : say.people(targets.length.toLocaleString('en'));
  return {
    kind: 'links',
    targets,
    title: say.signLinks(people),
    button: say.sendSignLink(people),
    leftOut: [
      { why: say.sentOneWithinDay, count: lately.length },
      { why: 'erased', count: erased.length },
    ].filter((l) => l.count > 0),
    example: targets[0]?.person
      ? say.exampleGetsOneEmail(calledBySeller(targets[0].person) || say.aCustomer, targets[0].person.address)
      : '',
  };
}

const backOf = (order: OrderRow): number => sum(order.lines.map(({ lineId }) => leftOf(lineBought(order, lineId))));
const isFree = (order: OrderRow): boolean => {
  const { paid, credit } = sumsOf(boughtWith(order));
  return paid === 0 && credit === 0;
};

export function planRefunds(rows: readonly OrderAndPerson[], locale: string): ManyPlan {
  const free = rows.filter(({ order }) => isFree(order));
  // What unused days paid goes back to other payments, too: those are refunded one by one.
  const byCredit = rows.filter(({ order }) => sumsOf(boughtWith(order)).credit > 0);
  const disputed = rows.filter(({ order }) => !isFree(order) && isBoughtDisputed(order));
  const gone = rows.filter(({ order }) => !isFree(order) && !isBoughtDisputed(order) && backOf(order) === 0);
  const targets = rows.filter(
    (row) => !free.includes(row) && !byCredit.includes(row) && !disputed.includes(row) && !gone.includes(row),
  );
  const sums = new Map<string, number>();
  for (const { order } of targets) sums.set(order.currency, (sums.get(order.currency) ?? 0) + backOf(order));
  const all = [...sums].map(([currency, amount]) => formatAmount(amount, currency, locale)).join(' and ');
  const orders = targets.length === 1 ? say.order : say.orders(targets.length.toLocaleString('en'));
  const first = targets[0];
  return {
    kind: 'refunds',
    targets,
    title: say.refunding(orders),
    button: say.refundCloseTheirAccess(all, orders),
    leftOut: [
      { why: say.nothingWasPaid, count: free.length },
      { why: say.paidPartlyUnusedDays, count: byCredit.length },
      { why: say.alreadyRefunded, count: gone.length },
      { why: say.disputed, count: disputed.length },
    ].filter((l) => l.count > 0),
    example: first
      ? say.exampleGetsOrderRefunded(
          calledBySeller(first.person) || first.person?.address || say.aCustomer,
          formatAmount(backOf(first.order), first.order.currency, locale),
          first.order.number,
          meansInWords(first.order.payments[0]),
          first.order.title,
        )
      : '',
  };
}

/** Does it one after another. @returns what came of it, in a sentence */
export async function runMany(plan: ManyPlan, moved: (share: number) => void): Promise<string> {
  const came = { done: 0, refused: 0, unknown: 0 };
  for (const [i, { order }] of plan.targets.entries()) {
    came[await (plan.kind === 'links' ? sendLink(order.personId) : giveBack(order))] += 1;
    moved((i + 1) / plan.targets.length);
  }
  const parts = [
    say.done(came.done.toLocaleString('en')),
    ...(came.refused > 0 ? [say.declined(came.refused)] : []),
    ...(came.unknown > 0 ? [say.notKnownYet(came.unknown)] : []),
  ];
  return `${plan.title}: ${parts.join(', ')}.`;
}

type Came = 'done' | 'refused' | 'unknown';

async function sendLink(personId: PersonId): Promise<Came> {
  const result = await store.dispatch(ownerApi.endpoints.sendLink.initiate(personId));
  if (result.error) return 'refused';
  await noteLinkSent(personId, Date.now());
  return 'done';
}

/** What is still there is asked for anew by the shop, so a second run gives nothing back twice. */
async function giveBack(order: OrderRow): Promise<Came> {
  const left = await store.dispatch(ownerApi.endpoints.refundLeft.initiate(order.id, { forceRefetch: true }));
  if (left.error || !left.data) return 'unknown';
  const shares = left.data.lines.map(({ lineId, left: amount }) => ({ lineId, amount }));
  const result = await store.dispatch(ownerApi.endpoints.refund.initiate({ orderId: order.id, shares }));
  if (result.error) return 'data' in result.error ? 'refused' : 'unknown';
  return result.data.status === 'paid' ? 'done' : result.data.status === 'refused' ? 'refused' : 'unknown';
}
