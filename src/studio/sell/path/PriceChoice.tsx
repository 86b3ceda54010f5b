import type { OfferId, PriceId } from '#core/ids';
import { shortTerms } from '#core/terms';
import type { Draft } from '../../data/draft';
import { ChoiceFill } from '../../price/Fill';
import { soldPrices } from '../../price/soldPrices';
import { sellPathWords } from '#say/sell/path';
const say = sellPathWords.priceChoice;

interface Named {
  offerId: OfferId;
  priceId: PriceId;
}

/** Every price of other offers for everybody that a path in a currency can sell besides its own; what is free is given, not offered. @param also one for few that stands here */
export function pricesBeside(
  { content }: Draft,
  offerId: OfferId,
  also: PriceId | null = null,
): (Named & { words: string })[] {
  const { currency } = content.offers.find((o) => o.id === offerId) ?? {};
  return content.offers
    .filter((o) => !o.putAway && o.id !== offerId && o.currency === currency)
    .flatMap((offer) =>
      soldPrices(offer)
        .filter(({ id, terms, onlyAt }) => terms.kind !== 'free' && (onlyAt === null || id === also))
        .map((price) => ({
          offerId: offer.id,
          priceId: price.id,
          words: say.offerAndTerms(
            offer.title || say.untitled,
            price.name === '' ? '' : `, ${price.name}`,
            shortTerms(price.terms, offer.currency, content.shop.locale),
          ),
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
  const all = pricesBeside(draft, offerId, value?.priceId);
  const key = (named: Named): string => `${named.offerId}/${named.priceId}`;
  return (
    <ChoiceFill
      label={label}
      value={value ? key(value) : ''}
      choices={[
        ...(value ? [] : [['', none] as const]),
        ...(value && !all.some((one) => key(one) === key(value)) ? [[key(value), say.deletedPrice] as const] : []),
        ...all.map((one) => [key(one), one.words] as const),
      ]}
      onChange={(chosen) => {
        const named = all.find((one) => key(one) === chosen);
        if (named) onChange({ offerId: named.offerId, priceId: named.priceId });
      }}
    />
  );
}
