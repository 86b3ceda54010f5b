import type { DraftOffer } from '#core/catalogue';
import { formatAmount } from '#core/money';
import { dueAtStart } from '#core/terms';
import { BuyersChoice, soldPrices } from '../price/outcome';

/** The checkout as the buyer will meet it, to look at: nothing in it can be typed or pressed. */
export function CheckoutPicture({ offer, locale }: { offer: DraftOffer; locale: string }) {
  const first = soldPrices(offer)[0];
  return (
    <div className="space-y-3">
      <BuyersChoice offer={offer} locale={locale} />
      {['E-mail', 'Name', ...(first?.terms.kind === 'free' ? [] : ['Card number'])].map((label) => (
        <div key={label}>
          <b className="font-semibold">{label}</b>
          <div className="h-11 rounded-[var(--radius)] border border-edge bg-field" />
        </div>
      ))}
      <div className="btn btn-primary btn-page w-full">
        {!first
          ? 'Pay'
          : first.terms.kind === 'free'
            ? 'Get it now, nothing to pay'
            : dueAtStart(first.terms) === 0
              ? 'Start now, nothing to pay today'
              : `Pay ${formatAmount(dueAtStart(first.terms), offer.currency, locale)} now`}
      </div>
    </div>
  );
}
