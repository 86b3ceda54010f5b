import { formatDay, formatMoment } from '#core/calendar';
import { formatAmount, sum } from '#core/money';
import { openFor } from '#core/agreements';
import { paperName } from '#core/messages';
import { endlessInWords, explain, type OpenFor } from '#core/passes';
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

const lastsInWords = (lasts: OpenFor, zone: string, locale: string): string =>
  lasts === 'good'
    ? 'yours for good'
    : typeof lasts === 'string'
      ? `open ${endlessInWords(lasts)}`
      : `open until ${formatMoment(lasts.until, zone, locale)}`;

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
    const lasting = (id: string): OpenFor => openFor(state.agreements.get(id));
    const title = productTitle(context, productId);
    const why = explain({
      passes: mine,
      person: 'You',
      product: title,
      orderNumber: (id) => String(state.orders.get(id)?.number ?? ''),
      now,
      zone,
      locale,
      openFor: lasting,
    });
    const files = why.open && why.pass ? filesOfPass(context, why.pass) : [];
    return {
      title,
      open: why.open,
      note: why.open ? `${describeOpen(files)}, ${lastsInWords(why.lasts ?? 'good', zone, locale)}` : why.sentence,
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
      status: orderStatus(order).replaceAll('-', ' '),
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
