import { useEffect, useState } from 'react';
import { type DraftOffer, type DraftPrice, openedBy, priceProblem, type Product } from '#core/catalogue';
import type { PriceId } from '#core/ids';
import { change } from '../data/draft';
import { goOnAt } from '../frame/goOnAt';
import { ChoiceFill } from './Fill';
import { AccessLine } from './AccessLine';
import { BEGINNINGS, OPTIONS } from './options';
import { AddOptions, OptionLines } from './PriceOptions';
import { TermsWords } from './TermsWords';
import { priceWords } from '#say/price';
const say = priceWords.priceSentence;

interface Props {
  offer: DraftOffer;
  price: DraftPrice;
  /** Other offers, for a price that ends a subscription on one of them. */
  offers?: readonly DraftOffer[];
  /** Everything that is made: what the offer opens is read from it. */
  products: readonly Product[];
}

/** A wrong value is spoken of on leaving the field, or a second after typing stops. */
const JUDGE_AFTER_MS = 1_000;

const KINDS = [
  ['once', say.paysOnce],
  ['plan', say.paysInstalments],
  ['subscription', say.subscribes],
  ['open', say.namesAmount],
  ['free', say.getsFree],
] as const;

/** How a price is paid, typed into a sentence about the buyer. Each underlined part is a labelled control. */
export function PriceSentence({ offer, price, offers = [], products }: Props) {
  const problem = priceProblem(price, offer.currency);
  const judged = useJudged(JSON.stringify(price), problem?.text ?? null);
  const name = price.name.trim() === '' ? offer.title : price.name;
  const edit = (recipe: (price: DraftPrice) => void): void =>
    void change('offer', offer.id, (draft) => {
      const found = draft.prices.find((p) => p.id === price.id);
      if (found) recipe(found);
    });
  const parts = {
    name,
    price,
    currency: offer.currency,
    edit,
    wrong: judged.shown ? (problem?.part ?? null) : null,
    onBlur: judged.now,
    offers,
    opens: openedBy(products, offer.productIds).flatMap((id) => products.filter((p) => p.id === id)),
  };
  return (
    <div data-price={price.id}>
      <p className="sentence">
        {say.theBuyer}{' '}
        <ChoiceFill
          label={say.howPaid(name)}
          value={price.terms.kind}
          choices={KINDS}
          onChange={(kind) =>
            edit((p) => {
              p.terms.kind = kind;
            })
          }
        />
        <TermsWords {...parts} />
        {'.'}
        <OptionLines options={BEGINNINGS} parts={parts} />
        <AccessLine {...parts} />
        <OptionLines options={OPTIONS} parts={parts} />
      </p>
      {judged.shown && problem && (
        <p className="wrong" role="alert">
          {problem.text}
        </p>
      )}
      <AddOptions {...parts} />
    </div>
  );
}

/** Puts the cursor where a new price's amount is typed, once it is on the screen. */
export function focusAmount(priceId: PriceId): void {
  goOnAt(`[data-price="${priceId}"]`, 'input');
}

function useJudged(typed: string, problem: string | null): { shown: boolean; now: () => void } {
  const [shown, setShown] = useState(false);
  useEffect(() => {
    setShown(false);
    if (problem === null) return;
    const timer = setTimeout(() => setShown(true), JUDGE_AFTER_MS);
    return () => clearTimeout(timer);
  }, [typed, problem]);
  return { shown, now: () => setShown(problem !== null) };
}
