import { calledBySeller } from '#core/people';
import { heldSince } from '#core/passes';
import { useLiveQuery } from 'dexie-react-hooks';
import { Link } from 'react-router';
import { cardChargeOf } from '#core/agreements';
import { formatDay } from '#core/calendar';
import { storyOfAgreement } from '#core/drawing';
import { ticksAhead } from '#core/catalogue';
import { agreementState, restInWords } from '#core/messages';
import { formatAmount } from '#core/money';
import { sumsOf } from '#core/payments';
import type { ProductId } from '#core/ids';
import { KeelLine } from '../../ui/KeelLine';
import { storyOfAgreementRow } from '../data/queries/agreements';
import type { Draft } from '../data/draft';
import { useNow } from '../data/useNow';
import { AgreementActs } from './AgreementActs';
import { meansInWords } from '../statusWords';
import { ordersLink } from '../data/queries/orderQuery';
import { deliverWords } from '#say/deliver';
const say = deliverWords.agreementStory;

/** One payment plan or subscription: planned and actual on one line, what was paid, and what can be done. */
export function AgreementStory({ draft, id }: { draft: Draft; id: string }) {
  const now = useNow();
  const data = useLiveQuery(() => storyOfAgreementRow(id), [id]);
  if (data === undefined) return null;
  if (data === null) return <p>{say.paymentPlanSubscriptionNot}</p>;
  const { row, passes, person } = data;
  const { agreement: a, past } = row;
  const { locale } = draft.content.shop;
  const { tax } = (draft.live?.content ?? draft.content).shop;
  const charged = cardChargeOf(a, tax);
  const money = (amount: number): string => formatAmount(amount, a.currency, locale);
  const titleOf = (productId: ProductId): string =>
    draft.content.products.find((p) => p.id === productId)?.title ?? say.archivedProduct;
  const latest = now > a.start ? now : a.start;
  const live = draft.live?.content.products ?? [];
  const state = agreementState(a, { locale, charged });
  const story = storyOfAgreement(a, {
    first: a.from === null ? { at: row.first.at, amount: row.first.paid } : null,
    charged,
    past,
    now: latest,
    locale,
    passes: passes.map((p) => ({
      title: titleOf(p.productId),
      from: p.from,
      until: p.until,
      closedAt: p.closed?.at ?? null,
      holds: [...p.heldBefore, ...heldSince(p)],
      ticks: ticksAhead(
        live.find((one) => one.id === p.productId),
        passes.filter((one) => one.productId === p.productId),
        latest,
        { products: live, zone: a.zone, locale },
      ),
    })),
  });
  const payments = [
    ...a.payments
      .map((p) => {
        const dues = p.lines.flatMap((line) => line.dues);
        const { paid, back } = sumsOf([p]);
        return {
          at: p.at,
          what:
            dues.length > 1
              ? say.paymentsFromTo(dues[0]?.n ?? '', dues.at(-1)?.n ?? '')
              : say.payment(dues[0]?.n ?? ''),
          amount: paid,
          back,
          receipt: p.receipt,
        };
      })
      .reverse(),
    ...(a.from === null
      ? [
          {
            at: row.first.at,
            what: say.dayPurchase,
            amount: row.first.paid,
            back: row.first.back,
            receipt: null,
          },
        ]
      : []),
  ];
  return (
    <>
      <h2 className="pr-6" dir="auto">
        {a.title}
        {a.priceName !== '' && `, ${a.priceName}`}
      </h2>
      <p className="mt-1">
        <Link className="font-semibold underline" to={`/deliver/people/${a.personId}`} dir="auto">
          {calledBySeller(person) || person?.address || say.erasedCustomer}
        </Link>{' '}
        <span className="text-ink-2" dir="auto">
          {person?.address}
        </span>
      </p>
      <p className={`lead mt-3 ${a.status === 'past-due' ? 'text-alarm' : ''}`} data-testid="agreement-state">
        {state}
      </p>
      {restInWords(a, { locale, charged }) !== '' && (
        <p className="mt-1 text-ink-2">{restInWords(a, { locale, charged })}</p>
      )}
      <div className="mt-3">
        <KeelLine story={story} name={state} width={312} />
      </div>
      <AgreementActs key={a.id} draft={draft} row={row} />
      <div className="sec">
        <h3>{say.paidSoFar}</h3>
        <table className="rows mt-1">
          <tbody>
            {payments.map((p, i) => (
              <tr key={i}>
                <td>{formatDay(p.at, a.zone, locale, { short: true, year: true })}</td>
                <td className="text-ink-2">
                  {p.what}
                  {p.receipt !== null && `, ${p.receipt}`}
                </td>
                <td className="num !pr-0 text-money">
                  {money(p.amount)}
                  {p.back > 0 && <span className="block text-ink-2">{say.refunded(money(p.back))}</span>}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        <p className="cap mt-1">
          {a.card &&
            say.paidBy(
              meansInWords(a.card),
              a.card.expires ? `${a.card.expires.slice(5)}/${a.card.expires.slice(0, 4)}` : null,
            )}
          <Link className="underline" to={ordersLink({}, a.orderId)}>
            {say.seeFirstOrder}
          </Link>
        </p>
      </div>
    </>
  );
}
