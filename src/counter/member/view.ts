import { formatDay, formatMoment } from '#core/calendar';
import { formatAmount, sum } from '#core/money';
import { isRunning } from '#core/agreements';
import { paperName } from '#core/messages';
import { explain, isPaidOverTime, passState } from '#core/passes';
import { orderStatus, passesFor } from '#core/shop';
import { type CounterContext, shopOf } from '../context';
import { agreementsOf, type MemberAgreement } from './agreementsView';
import { filesOfPass, type OpenFile, productTitle } from '../public/orderView';

export interface MemberThing {
  title: string;
  open: boolean;
  /** Why it is open or not, for the buyer. */
  note: string;
  files: OpenFile[];
}
export interface MemberOrder {
  number: number;
  day: string;
  what: string;
  paid: string;
  status: string;
  papers: { name: string; href: string }[];
}

function describeOpen(files: readonly OpenFile[]): string {
  const links = files.filter((f) => f.elsewhere).length;
  const parts = [
    [files.length - links, 'file'],
    [links, 'link'],
  ] as const;
  return parts
    .filter(([n]) => n > 0)
    .map(([n, what]) => `${n} ${what}${n === 1 ? '' : 's'}`)
    .join(' and ');
}

/** What a signed-in member sees: one entry a product, and every order with its papers. */
export function memberView(
  context: CounterContext,
  personId: string,
): { name: string; address: string; things: MemberThing[]; orders: MemberOrder[]; agreements: MemberAgreement[] } {
  const { state } = context.runner;
  const { locale, zone } = shopOf(context);
  const now = context.runner.now();
  const person = context.people.get(personId);
  const passes = passesFor(state, personId);
  const things = [...new Set(passes.map((p) => p.productId))].map((productId): MemberThing => {
    const mine = passes.filter((p) => p.productId === productId);
    // Of several open passes the one that lasts longest counts.
    const openOnes = mine.filter((p) => passState(p, now) === 'open');
    const stillPaid = (id: string): boolean => {
      const agreement = state.agreements.get(id);
      return agreement !== undefined && isRunning(agreement);
    };
    const open =
      openOnes.find((p) => p.until === null && !isPaidOverTime(p, stillPaid)) ??
      openOnes.find((p) => p.until === null) ??
      [...openOnes].sort((a, b) => ((a.until ?? '') < (b.until ?? '') ? 1 : -1))[0];
    const until = open?.until ?? null;
    const title = productTitle(context, productId);
    const why = explain({
      passes: mine,
      person: 'You',
      product: title,
      orderNumber: (id) => String(state.orders.get(id)?.number ?? ''),
      now,
      zone,
      locale,
      stillPaid,
    });
    const files = open ? filesOfPass(context, open) : [];
    return {
      title,
      open: why.open,
      note: why.open
        ? `${describeOpen(files)}, ${open && until === null && isPaidOverTime(open, stillPaid) ? 'open while payments are made' : until === null ? 'yours for good' : `open until ${formatMoment(until, zone, locale)}`}`
        : why.sentence,
      files,
    };
  });
  const orders = (state.ordersOfPerson.get(personId) ?? [])
    .map((id) => state.orders.get(id))
    .filter((o) => o !== undefined)
    .reverse()
    .map((order): MemberOrder => ({
      number: order.number,
      day: formatDay(order.at, zone, locale),
      what: order.lines.map((l) => l.title).join(', '),
      paid: formatAmount(sum(order.lines.map((l) => l.paid)), order.currency, locale),
      status: orderStatus(order),
      papers: [
        {
          name: `${paperName({ tax: sum(order.lines.map((l) => l.tax)), buyer: order.buyer })} ${order.receipt}`,
          href: `/member/papers/${order.receipt}.pdf`,
        },
        ...order.refundIds
          .map((id) => state.refunds.get(id))
          .flatMap((r) =>
            r?.creditNote ? [{ name: `Credit note ${r.creditNote}`, href: `/member/papers/${r.creditNote}.pdf` }] : [],
          ),
      ],
    }));
  return {
    name: person?.name ?? '',
    address: person?.address ?? '',
    things,
    orders,
    agreements: agreementsOf(context, personId),
  };
}
