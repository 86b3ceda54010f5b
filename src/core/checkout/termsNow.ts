import type { Price } from '#core/catalogue';
import type { Instant } from '#core/calendar';
import { refuse, type RefusalOf } from '#core/refusal';
import { isLasting, type Terms } from '#core/terms';
import { risenTerms, stepsOf } from './risingPrice';
import type { LineStanding } from './standing';

/** The terms as they stand for this buyer now: risen since, and without a beginning that was had before. */
export function termsNow(
  price: Price,
  standing: Omit<LineStanding, 'soldToBuyer'> & { startedAt: Instant },
  zone: string,
): Terms {
  const terms = price.rise
    ? risenTerms(
        price.terms,
        price.rise,
        stepsOf(price.rise, standing.soldAtStart ?? standing.sold, standing.startedAt, zone),
      )
    : price.terms;
  if (!standing.hadTrial || !isLasting(terms)) return terms;
  const bare = { ...terms };
  delete bare.trial;
  if (bare.kind === 'subscription') delete bare.introductory;
  return bare;
}

/** Terms whose amount the buyer names, with the amount that was named. */
export function namedTerms(
  terms: Terms,
  named: number | undefined,
  currency: string,
): Terms | RefusalOf<'amount-named'> {
  if (terms.kind !== 'open') return terms;
  const { least, most, suggested } = terms;
  const amount = named ?? suggested;
  const fits = Number.isSafeInteger(amount) && amount >= least && (most === undefined || amount <= most);
  return fits ? { ...terms, named: amount } : refuse('amount-named', { least, most: most ?? null, currency });
}

/** The terms as a switch has them: the full amount from now on, without a trial, a set-up or an introductory price. */
export function asSwitched(terms: Terms): Terms {
  if (!isLasting(terms)) return terms;
  const bare = { ...terms };
  delete bare.trial;
  delete bare.setUp;
  if ('introductory' in bare) delete bare.introductory;
  return bare;
}
