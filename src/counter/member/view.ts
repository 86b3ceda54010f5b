import { openFor } from '#core/agreements';
import { formatDay, formatMoment } from '#core/calendar';
import { paperName, taxedBy } from '#core/messages';
import { formatAmount } from '#core/money';
import { explain, type OpenFor } from '#core/passes';
import { boughtWith, sumsOf } from '#core/payments';
import { type Order, orderStatus, passesFor } from '#core/shop';
import type { PersonId, ProductId } from '#core/ids';
import type { MemberOrder, MemberThing, OpenFile, SignedIn } from '../../wire';
import { nameAt } from '#core/people';
import { filesOfPass, productTitle } from '../shared/orderView';
import type { Reading } from '../shared/reading';
import { agreementsOf } from './agreementsView';

type View = Pick<SignedIn, 'name' | 'address' | 'things' | 'agreements' | 'orders'>;

/** What a signed-in member sees: one entry a product, and every order with its papers. */
export function memberView(reading: Reading, personId: PersonId): View {
  const { state, person } = reading;
  const products = [...new Set(passesFor(state, personId).map((p) => p.productId))];
  const orders = (state.ordersOfPerson.get(personId) ?? []).flatMap((id) => state.orders.get(id) ?? []);
  const known = person(personId);
  return {
    // Their own; until they say it, what they bought under first.
    name: known ? known.name || nameAt(known, orders[0]?.checkoutId ?? null) : '',
    address: known?.address ?? '',
    things: products.map((id) => thingOf(reading, personId, id)),
    orders: orders.reverse().map((order) => orderOf(reading, order)),
    agreements: agreementsOf(reading, personId),
  };
}

/** One product they have or had: open and how long, or why not. */
function thingOf(reading: Reading, personId: PersonId, productId: ProductId): MemberThing {
  const { state, now, shop, locale, words } = reading;
  const title = productTitle(reading, productId);
  const why = explain({
    passes: passesFor(state, personId, productId),
    person: { you: true },
    product: title,
    orderNumber: (id) => String(state.orders.get(id)?.number ?? ''),
    now,
    zone: shop.zone,
    locale,
    openFor: (id): OpenFor => openFor(state.agreements.get(id)),
  });
  const files = why.open && why.pass ? filesOfPass(reading, why.pass) : [];
  const lasts = why.lasts ?? 'good';
  const mine = typeof lasts === 'string' ? lasts : { until: formatMoment(lasts.until, shop.zone, locale) };
  return {
    title,
    open: why.open,
    note: why.open ? `${describeOpen(reading, files)}, ${words.access.mine(mine)}` : why.sentence,
    files,
  };
}

function describeOpen({ words }: Reading, files: readonly OpenFile[]): string {
  const links = files.filter((f) => f.elsewhere).length;
  const parts = [
    ...(files.length > links ? [words.pages.files(files.length - links)] : []),
    ...(links > 0 ? [words.pages.links(links)] : []),
  ];
  return parts.join(words.pages.and);
}

function orderOf({ state, shop, locale, words }: Reading, order: Order): MemberOrder {
  const status = orderStatus(order);
  const paper = (name: string, number: string) => ({ name: `${name} ${number}`, href: `/member/papers/${number}.pdf` });
  return {
    number: order.number,
    day: formatDay(order.at, shop.zone, locale),
    what: order.lines.map((l) => l.title).join(', '),
    paid: formatAmount(sumsOf(boughtWith(order)).paid, order.currency, locale),
    status: status === 'paid' ? '' : words.pages.status(status),
    papers: [
      ...boughtWith(order).flatMap((p) => (p.receipt === null ? [] : paper(paperName(taxedBy(p), locale), p.receipt))),
      ...order.refundIds
        .flatMap((id) => state.refunds.get(id)?.creditNote ?? [])
        .map((number) => paper(words.papers.creditNote(), number)),
    ],
  };
}
