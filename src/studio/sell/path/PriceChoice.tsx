import type { OfferId, PriceId } from '#core/ids';
import { shortTerms } from '#core/terms';
import type { Draft } from '../../data/draft';
import { ChoiceFill } from '../../price/Fill';
import { soldPrices } from '../../price/outcome';

interface Named {
  offerId: OfferId;
  priceId: PriceId;
}

/** Every price of other offers that a path in a currency can sell besides its own; what is free is given, not offered. */
export function pricesBeside({ content }: Draft, offerId: OfferId): (Named & { words: string })[] {
  const { currency } = content.offers.find((o) => o.id === offerId) ?? {};
  return content.offers
    .filter((o) => !o.putAway && o.id !== offerId && o.currency === currency)
    .flatMap((offer) =>
      soldPrices(offer)
        .filter(({ terms }) => terms.kind !== 'free')
        .map((price) => ({
          offerId: offer.id,
          priceId: price.id,
          words: `${offer.title || 'Without a title'}${price.name === '' ? '' : `, ${price.name}`}: ${shortTerms(price.terms, offer.currency, content.shop.locale)}`,
        })),
    );
}

/** One price of another offer, chosen in a sentence. */
export function PriceChoice({
  draft,
  offerId,
  label,
  value,
  none,
  onChange,
}: {
  draft: Draft;
  /** What the path itself sells. */
  offerId: OfferId;
  label: string;
  value: Named | null;
  /** What stands there while nothing is chosen. */
  none: string;
  onChange: (named: Named) => void;
}) {
  const all = pricesBeside(draft, offerId);
  const key = (named: Named): string => `${named.offerId}/${named.priceId}`;
  return (
    <ChoiceFill
      label={label}
      value={value ? key(value) : ''}
      choices={[
        ...(value ? [] : [['', none] as const]),
        ...(value && !all.some((one) => key(one) === key(value))
          ? [[key(value), 'a price that is gone'] as const]
          : []),
        ...all.map((one) => [key(one), one.words] as const),
      ]}
      onChange={(chosen) => {
        const named = all.find((one) => key(one) === chosen);
        if (named) onChange({ offerId: named.offerId, priceId: named.priceId });
      }}
    />
  );
}
