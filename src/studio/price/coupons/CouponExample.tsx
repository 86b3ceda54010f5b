import { useState } from 'react';
import { type DraftCoupon, sealCoupon } from '#core/catalogue';
import { couponedFirst, findCoupon, lineCoupon, paymentFor, spreadAmount, taxRuleFor } from '#core/checkout';
import { plainText, statementOf } from '#core/terms';
import { refusalInWords } from '#core/words';
import type { Draft } from '../../data/draft';
import { useAssumption } from '../assumption';
import { ChoiceFill } from '../Fill';
import { soldPrices } from '../soldPrices';
import { priceCouponsWords } from '#say/price/coupons';
const say = priceCouponsWords.couponExample;

/** What an order with this coupon would come to, by the computation that charges. */
export function CouponExample({ draft, coupon }: { draft: Draft; coupon: DraftCoupon }) {
  const { shop, offers } = draft.content;
  const { start } = useAssumption(shop);
  const choices = offers
    .filter((o) => !o.putAway)
    .flatMap((o) =>
      soldPrices(o)
        .filter((p) => p.terms.kind !== 'free')
        .map((p) => ({ key: `${o.id}/${p.id}`, name: `${o.title}${p.name ? `, ${p.name}` : ''}`, offer: o, price: p })),
    );
  const usual = choices.find((c) => coupon.offerIds === null || coupon.offerIds.includes(c.offer.id)) ?? choices[0];
  const [key, setKey] = useState<string | null>(null);
  const chosen = choices.find((c) => c.key === key) ?? usual;
  const sealed = sealCoupon(coupon);
  if (!chosen || !sealed) return null;
  const { terms } = chosen.price;
  const found = findCoupon([sealed], sealed.code, {
    now: start,
    zone: shop.zone,
    currency: chosen.offer.currency,
    offerIds: [chosen.offer.id],
    uses: () => ({ inAll: 0, byBuyer: 0 }),
  });
  const first = couponedFirst(terms);
  const frozen =
    'refused' in found
      ? null
      : lineCoupon(found, found.takes.by === 'amount' ? (spreadAmount(found.takes.amount, [first])[0] ?? 0) : 0);
  const text = plainText(
    statementOf(terms, {
      currency: chosen.offer.currency,
      zone: shop.zone,
      locale: shop.locale,
      start,
      when: 'on the day of buying',
      cheaperUntil: frozen?.payments ?? 0,
      charged: (due) =>
        paymentFor(due, { coupon: frozen }, taxRuleFor(shop.tax, { country: null, reverse: false }, due.at, shop.zone))
          .amount,
    }),
  );
  return (
    <p className="mt-2 border-l-[3px] border-line pl-3 text-ink-2" data-testid="coupon-example">
      {say.triedOn}{' '}
      <ChoiceFill
        label={say.exampleOrder(sealed.code)}
        value={chosen.key}
        choices={choices.map((c) => [c.key, c.name] as const)}
        onChange={setKey}
      />
      : {'refused' in found ? refusalInWords(found) : text}
    </p>
  );
}
