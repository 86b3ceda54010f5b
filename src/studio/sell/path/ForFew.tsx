import { fewPrice, isShare, type OnlyAt } from '#core/catalogue';
import type { OfferId, PriceId } from '#core/ids';
import { change, type Draft } from '../../data/draft';
import { newId } from '../../data/ids';
import { CountFill } from '../../price/Fill';
import { priceInWords } from './stepInWords';
import { sellPathWords } from '#say/sell/path';
const say = sellPathWords.forFew;

/** What is taken off to begin with, in per cent. */
const BEGIN_PERCENT = 20;

interface Props {
  draft: Draft;
  /** The price that stands here, or the one that a price for few is made from. */
  price: { offerId: OfferId; priceId: PriceId };
  at: OnlyAt['at'];
  /** Where that is, after "only": "here", "through this link". */
  where: string;
  /** How long, after a comma; empty for always. */
  howLong?: string;
  onMade: (priceId: PriceId) => void;
}

/** "20 % less, only here": a price of this place made in one press, and its share once it stands here. */
export function ForFew({ draft, price: { offerId, priceId }, at, where, howLong = '', onMade }: Props) {
  const offer = draft.content.offers.find((o) => o.id === offerId);
  const price = offer?.prices.find((p) => p.id === priceId);
  if (!offer || !price || price.terms.kind === 'free' || price.terms.kind === 'open') return null;
  const { less } = price;
  if (less)
    return (
      <>
        {' '}
        {say.itIs}{' '}
        <CountFill
          label={say.percentLess(price.name || offer.title)}
          value={Number(less.percent)}
          from={1}
          to={90}
          onChange={(percent) =>
            void change('offer', offerId, (o) => {
              const found = o.prices.find((p) => p.id === priceId);
              if (found?.less && isShare(String(percent))) found.less.percent = String(percent);
            })
          }
        />{' '}
        {say.lessThanCanBought(priceInWords(draft.content, { offerId, priceId: less.of }), where)}
      </>
    );
  return (
    <>
      {' '}
      <button
        className="opt"
        onClick={() => {
          const id = newId('price');
          const made = fewPrice(price, id, String(BEGIN_PERCENT), at);
          void change('offer', offerId, (o) => void o.prices.push(made));
          onMade(id);
        }}
      >
        {say.makeLessOnly(BEGIN_PERCENT, where, howLong)}
      </button>
    </>
  );
}
