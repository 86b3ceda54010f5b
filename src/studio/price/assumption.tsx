import { addMs, dateIn, formatDay, type Instant, msOf, startOfDate } from '#core/calendar';
import { type DraftOffer, openedBy, type Price, sampleCountry, sealCoupon, type ShopDetails } from '#core/catalogue';
import {
  couponedFirst,
  findCoupon,
  lineCoupon,
  besidePeriod,
  paymentFor,
  sendingFor,
  sentOf,
  spreadAmount,
  taxRuleFor,
  withTax,
} from '#core/checkout';
import type { DraftContent } from '#core/release';
import type { Due } from '#core/terms';
import { useNow } from '../data/useNow';
import { useAppDispatch, useAppSelector } from '../store';
import { couponAssumed, countryAssumed, dayAssumed } from '../store/frame';
import { countryChoices } from '../shop/choices';
import { ChoiceFill, DayFill } from './Fill';
import { priceWords } from '#say/price';
const say = priceWords.assumption;

/** The day somebody is taken to buy on: today, until the seller tries another. The clock time is the present one. */
export function useAssumption(shop: Pick<ShopDetails, 'zone' | 'locale'>): {
  start: Instant;
  date: string;
  day: string;
} {
  const now = useNow();
  const assumed = useAppSelector((state) => state.frame.assumedDay);
  const today = dateIn(now, shop.zone);
  const date = assumed ?? today;
  const start =
    date === today ? now : addMs(startOfDate(date, shop.zone), msOf(now) - msOf(startOfDate(today, shop.zone)));
  return { start, date, day: formatDay(start, shop.zone, shop.locale) };
}

/** What one price is charged for the buyer who is assumed. */
export interface AssumedCharge {
  charged: (due: Due) => number;
  beside: (due: Due) => { fee: number; setUp: number };
  /** What sending costs on the day of buying, on top of what is charged for its due. */
  sending: number;
  /** Parcels that come with each full payment, and what of its charge is for sending them. */
  parcels: { count: number; sending: number } | null;
  /** Where it is sent; null where nothing is, or not to where they live. */
  sentTo: string | null;
  cheaperUntil: number;
}

/** What a price costs the buyer who is assumed: their country's tax and sending and their coupon, by the computation that charges. */
export function useAssumedCharge({
  shop,
  coupons,
  products,
}: Pick<DraftContent, 'shop' | 'coupons' | 'products'>): (
  price: Pick<Price, 'terms' | 'sending'>,
  offer: Pick<DraftOffer, 'id' | 'currency' | 'productIds'>,
) => AssumedCharge {
  const { start } = useAssumption(shop);
  const assumed = useAppSelector((state) => state.frame.assumedCountry);
  const code = useAppSelector((state) => state.frame.assumedCoupon);
  const usable = coupons.map(sealCoupon).filter((c) => c !== null);
  return ({ terms, sending: sendingPrice }, { id: offerId, currency, productIds }) => {
    const found =
      code === null
        ? null
        : findCoupon(usable, code, { now: start, zone: shop.zone, currency, offerIds: [offerId], uses: noUses });
    const first = couponedFirst(terms);
    const coupon =
      found && !('refused' in found) && first > 0
        ? lineCoupon(found, found.takes.by === 'amount' ? (spreadAmount(found.takes.amount, [first])[0] ?? 0) : 0)
        : null;
    const isSent = sentOf({ products }, openedBy(products, productIds)).length > 0;
    const country = assumed ?? (isSent ? sampleCountry(sendingPrice, shop.tax?.home ?? null) : null);
    const sent =
      isSent && country !== null ? sendingFor({ terms, sending: sendingPrice }, { country, addressKey: '' }) : null;
    const sending = sent && !('refused' in sent) ? sent : null;
    const ruleAt = (due: Pick<Due, 'at'>) => taxRuleFor(shop.tax, { country, reverse: false }, due.at, shop.zone);
    const paid = (due: Due) => paymentFor(due, { coupon, sending: sending ?? undefined }, ruleAt(due));
    const withTaxNow = (amount: number): number => withTax(amount, ruleAt({ at: start })).amount;
    return {
      cheaperUntil: coupon?.payments ?? 0,
      charged: (due) => paid(due).amount,
      beside: (due) => besidePeriod(paid(due), ruleAt(due)),
      sending: withTaxNow(sending?.once ?? 0),
      parcels: sending?.each ? { count: sending.each.parcels, sending: withTaxNow(sending.each.fee) } : null,
      sentTo: sending?.country ?? null,
    };
  };
}

/** What is charged for a due with what sending costs on the day of buying. */
export const withSending =
  ({ charged, sending }: Pick<AssumedCharge, 'charged' | 'sending'>, start: Instant) =>
  (due: Due): number =>
    charged(due) + (due.at === start ? sending : 0);

const noUses = () => ({ inAll: 0, byBuyer: 0 });

/** The next 31 January and 29 February from a date on: the days that month ends make awkward. */
function awkwardDays(today: string): [string, string] {
  const year = Number(today.slice(0, 4));
  const january = [year, year + 1].map((y) => `${y}-01-31`).find((d) => d >= today) ?? '';
  const leap =
    Array.from({ length: 9 }, (_, i) => year + i)
      .filter((y) => (y % 4 === 0 && y % 100 !== 0) || y % 400 === 0)
      .map((y) => `${y}-02-29`)
      .find((d) => d >= today) ?? '';
  return [january, leap];
}

/** The assumption an outcome rests on, as a sentence of controls: where, when, with which coupon. */
export function AssumptionLine({ shop, coupons = [] }: { shop: ShopDetails; coupons?: DraftContent['coupons'] }) {
  const dispatch = useAppDispatch();
  const now = useNow();
  const { date } = useAssumption(shop);
  const country = useAppSelector((state) => state.frame.assumedCountry);
  const code = useAppSelector((state) => state.frame.assumedCoupon);
  const today = dateIn(now, shop.zone);
  const [january, leap] = awkwardDays(today);
  const taxed = shop.tax !== null && shop.tax.how !== 'none' ? shop.tax : null;
  const countries = taxed ? countryChoices(taxed, shop.locale) : [];
  const codes = coupons.filter((c) => c.code.trim() !== '').map((c) => [c.code, c.code] as const);
  return (
    <div className="cap">
      <p>
        {say.forSomeone}{' '}
        {taxed && (
          <>
            {say.in}{' '}
            <ChoiceFill
              label={say.buyersCountry}
              value={country ?? taxed.home}
              choices={countries}
              onChange={(c) => dispatch(countryAssumed(c === taxed.home ? null : c))}
            />{' '}
          </>
        )}
        {say.whoBuys}{' '}
        <DayFill
          label={say.dateOfPurchase}
          value={date}
          onChange={(text) => {
            if (/^[12]\d{3}-\d\d-\d\d$/.test(text)) dispatch(dayAssumed(text === today ? null : text));
          }}
        />
        {codes.length > 0 && (
          <>
            {' '}
            {say.with}{' '}
            <ChoiceFill
              label={say.couponUsed}
              value={code ?? ''}
              choices={[['', say.noCoupon], ...codes]}
              onChange={(c) => dispatch(couponAssumed(c === '' ? null : c))}
            />
          </>
        )}
        {date !== today && (
          <>
            {' '}
            <button className="opt !text-[13px]" onClick={() => dispatch(dayAssumed(null))}>
              {say.backToday}
            </button>
          </>
        )}
      </p>
      <p>
        {say.tryTrickyDate}{' '}
        <button className="opt !text-[13px]" onClick={() => dispatch(dayAssumed(january))}>
          {say.january}
        </button>{' '}
        ·{' '}
        <button className="opt !text-[13px]" onClick={() => dispatch(dayAssumed(leap))}>
          {say.february}
        </button>
      </p>
    </div>
  );
}
