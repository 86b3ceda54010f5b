import { calledBySeller } from '#core/people';
import { useLiveQuery } from 'dexie-react-hooks';
import { Link } from 'react-router';
import { openFor } from '#core/agreements';
import { formatMoment, type Instant, msOf } from '#core/calendar';
import { lineName, quantityOf } from '#core/checkout';
import { storyOfOrder } from '#core/drawing';
import { ticksAhead } from '#core/catalogue';
import { isBoughtDisputed, type OrderRow, papersOf, type RefundRow } from '#core/mirror';
import { formatAmount } from '#core/money';
import { explain, lastsFor } from '#core/passes';
import { lineOf, type Payment, sumsOf } from '#core/payments';
import type { OrderId, ProductId } from '#core/ids';
import { KeelLine } from '../../ui/KeelLine';
import { useAboutQuery } from '../data/ownerApi';
import { storyOfOrderRow } from '../data/queries/orders';
import type { Draft } from '../data/draft';
import { useNow } from '../data/useNow';
import { inWords, meansInWords } from '../statusWords';
import { agreementsLink } from './links';
import { May } from '../frame/May';
import { Fees } from './Fees';
import { RefundForm } from './RefundForm';
import { VisitStory } from './VisitStory';
import { deliverWords } from '#say/deliver';
const say = deliverWords.orderStory;

/** One order: what was paid and given back, what it opened, and why that is open or not. */
export function OrderStory({ draft, orderId }: { draft: Draft; orderId: OrderId }) {
  const now = useNow();
  const { data: about } = useAboutQuery();
  const data = useLiveQuery(() => storyOfOrderRow(orderId), [orderId]);
  if (data === undefined) return null;
  if (data === null) return <p>{say.orderNotYourShop}</p>;
  const { order, passes, refunds, agreements, person } = data;
  const { locale } = draft.content.shop;
  const nameOf = (helperId: string): string => about?.helpers.find((h) => h.id === helperId)?.name ?? say.aHelper;
  const money = (amount: number): string => formatAmount(amount, order.currency, locale);
  const titleOf = (productId: ProductId): string =>
    draft.content.products.find((p) => p.id === productId)?.title ?? say.archivedProduct;
  const who = calledBySeller(person) || person?.address || say.customer;
  const latest = order.at > now ? order.at : now;
  const live = draft.live?.content.products ?? [];
  const papers = papersOf(order);
  const sentence = say.orderInOneLine(order.number, money(order.paid), order.back, money(order.back));
  return (
    <>
      <h2 className="pr-6">{say.order(order.number)}</h2>
      <p className="mt-1">
        <Link className="font-semibold underline" to={`/deliver/people/${order.personId}`} dir="auto">
          {who}
        </Link>{' '}
        <span className="text-ink-2" dir="auto">
          {person?.address}
        </span>
      </p>
      <p className="lead mt-3">
        {formatMoment(order.at, order.zone, locale)}:{' '}
        <b className="font-semibold text-money">{order.paid === 0 ? say.free : money(order.paid)}</b> {say.for}{' '}
        <span dir="auto">{order.title}</span>
        {order.payments[0]?.last4 != null && `, ${meansInWords(order.payments[0])}`}.
        {order.back > 0 && (
          <>
            {' '}
            <b className="font-semibold text-money">{money(order.back)}</b> {say.refunded}
          </>
        )}
      </p>
      <VisitStory draft={draft} order={order} />
      {isBoughtDisputed(order) && (
        <p className="mt-2 text-alarm">
          {say.buyerSBankDisputes(order.payments.length)}
          {order.answerBy !== null && say.bankDecides(formatMoment(order.answerBy, order.zone, locale))}.
        </p>
      )}
      <div className="mt-3">
        <KeelLine
          story={storyOfOrder(
            order,
            refunds,
            passes.map((pass) => ({
              pass,
              title: titleOf(pass.productId),
              ticks: ticksAhead(
                live.find((p) => p.id === pass.productId),
                passes.filter((p) => p.productId === pass.productId),
                latest,
                { products: live, zone: order.zone, locale },
              ),
              lasts: lastsFor(pass, (id) => openFor(agreements.find((a) => a.id === id)?.agreement)),
            })),
            latest,
            locale,
          )}
          name={sentence}
          width={312}
        />
      </div>
      {agreements.map((a) => (
        <p key={a.id} className="mt-2">
          {say.remainingPayments}{' '}
          <Link className="underline" to={agreementsLink('', a.id)} dir="auto">
            {a.agreement.title}
          </Link>
          , {inWords(a.status)}.
        </p>
      ))}
      <div className="sec mt-2">
        <h3>{say.canTheyOpen}</h3>
        {passes.map((pass) => (
          <p key={pass.id} className="mt-1.5">
            {
              explain({
                passes: [pass],
                person: { you: false, name: who },
                product: titleOf(pass.productId),
                orderNumber: () => String(order.number),
                now: latest,
                zone: order.zone,
                locale,
                openFor: (id) => openFor(agreements.find((a) => a.id === id)?.agreement),
              }).sentence
            }{' '}
            <span className="text-ink-2">{fetches(pass.fetched)}</span>
          </p>
        ))}
      </div>
      {refunds.length > 0 && (
        <div className="sec">
          <h3>{say.refunds}</h3>
          {refunds.map((r) => (
            <p key={r.id} className="mt-1.5">
              {formatMoment(r.at, order.zone, locale)}: {money(r.amount)}
              {unitsBackOf(r, order)},{' '}
              {r.status === 'paid'
                ? say.creditNote(r.creditNote ?? '')
                : r.status === 'refused'
                  ? say.notRefunded(r.refusal ?? '')
                  : say.notKnownYet}
              {(r.by ?? 'owner') !== 'owner' && <span className="text-ink-2">{say.by(nameOf(r.by ?? ''))}</span>}
              {r.reason !== '' && <span className="text-ink-2">. {r.reason}</span>}
            </p>
          ))}
        </div>
      )}
      {order.payments.length > 1 && (
        <div className="sec">
          <h3>{say.payments}</h3>
          {order.payments.map((payment, i) => (
            <p key={payment.key ?? i} className="mt-1.5">
              {i === 0 ? say.atCheckout : say.laterOfferedAfterPayment(secondsBetween(order.at, payment.at))}:{' '}
              <span className="text-money">{money(sumsOf([payment]).paid)}</span> {say.for}{' '}
              <span dir="auto">{titlesOf(order, payment).join(', ')}</span>
              {payment.openDisputes.length > 0 && <span className="text-alarm">{say.disputed}</span>}
            </p>
          ))}
        </div>
      )}
      <div className="sec">
        <h3>{say.invoices}</h3>
        <p className="mt-1">
          {papers.length === 0 ? say.noneBecauseNothingWas : say.buyerCanDownloadThem(papers.join(', '))}
        </p>
      </div>
      <Fees order={order} refunds={refunds} locale={locale} />
      {/* What a bank disputes cannot be given back too: nothing is offered that is refused. */}
      <May right="give-back">
        <RefundForm
          order={order}
          refunds={refunds}
          titleOfPass={(id) => titleOf(passes.find((p) => p.id === id)?.productId ?? '')}
          locale={locale}
        />
      </May>
    </>
  );
}

const titlesOf = (order: Pick<OrderRow, 'lines'>, payment: Payment): string[] =>
  order.lines.filter(({ lineId }) => lineOf(payment, lineId)).map(lineName);

/** ", 2 of 5 units" where some of several went back. */
const unitsBackOf = ({ shares }: Pick<RefundRow, 'shares'>, { lines }: Pick<OrderRow, 'lines'>): string =>
  shares
    .flatMap(({ lineId, units }) =>
      units === undefined ? [] : [say.of(units, quantityOf(lines.find((l) => l.lineId === lineId) ?? {}))],
    )
    .join('');

/** "43 seconds", "12 minutes". */
function secondsBetween(from: Instant, to: Instant): string {
  const seconds = Math.round((msOf(to) - msOf(from)) / 1_000);
  const [count, unit] = seconds < 120 ? [seconds, 'second'] : [Math.round(seconds / 60), 'minute'];
  return `${count} ${unit}${count === 1 ? '' : 's'}`;
}

function fetches(fetched: Record<string, number>): string {
  const count = Object.values(fetched).reduce((all, n) => all + n, 0);
  return count === 0 ? say.nothingHasBeenDownloaded : say.downloadedCountOnceTimes(count);
}
