import { useEffect, useState } from 'react';
import { type DraftOffer, type DraftPrice, draftTermsProblem } from '#core/catalogue';
import { change } from '../data/draft';

interface Props {
  offer: DraftOffer;
  price: DraftPrice;
}

/** A wrong value is spoken of on leaving the field, or a second after typing stops. */
const JUDGE_AFTER_MS = 1_000;

/** How a price is paid, typed into a sentence about the buyer. Each underlined part is a labelled control. */
export function PriceSentence({ offer, price }: Props) {
  const problem = draftTermsProblem(price, offer.currency);
  const judged = useJudged(`${price.terms.kind} ${price.terms.amount} ${price.usual ?? ''}`, problem);
  const name = price.name.trim() === '' ? offer.title : price.name;
  const edit = (recipe: (price: DraftPrice) => void): void =>
    void change('offer', offer.id, (draft) => {
      const found = draft.prices.find((p) => p.id === price.id);
      if (found) recipe(found);
    });
  const sign = new Intl.NumberFormat('en', { style: 'currency', currency: offer.currency, currencyDisplay: 'narrowSymbol' }).formatToParts(0).find((p) => p.type === 'currency')?.value ?? offer.currency;
  const once = price.terms.kind === 'once';

  return (
    <div>
      <p className="sentence">
        The buyer{' '}
        <select className="fill" aria-label={`${name}: how it is paid`} value={price.terms.kind} onChange={(event) => edit((p) => { p.terms.kind = event.target.value as DraftPrice['terms']['kind']; })}>
          <option value="once">pays once</option>
          <option value="free">gets it free</option>
        </select>
        {once && (
          <>
            {': '}<span className="whitespace-nowrap text-money font-semibold">{sign}
              <input className="fill money" inputMode="decimal" size={4} placeholder="64.00" aria-label={`${name}: amount in ${offer.currency}`} aria-invalid={judged.shown && problem !== null} value={price.terms.amount} onChange={(event) => edit((p) => { p.terms.amount = event.target.value.slice(0, 30); })} onBlur={judged.now} />
            </span>
          </>
        )}
        {', and keeps it for good.'}
        {once && price.usual !== null && (
          <>
            <br />Shown beside the usual price <span className="whitespace-nowrap text-money font-semibold">{sign}
              <input className="fill money" inputMode="decimal" size={4} placeholder="90.00" aria-label={`${name}: usual price`} value={price.usual} onChange={(event) => edit((p) => { p.usual = event.target.value.slice(0, 30); })} onBlur={judged.now} />
            </span> struck through. <button className="opt" onClick={() => edit((p) => { p.usual = null; })}>remove</button>
          </>
        )}
      </p>
      {judged.shown && problem && <p className="wrong" role="alert">{problem}</p>}
      {once && price.usual === null && <p className="cap">Add: <button className="opt" onClick={() => edit((p) => { p.usual = ''; })}>usual price</button></p>}
    </div>
  );
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
