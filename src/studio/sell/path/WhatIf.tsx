import { useState } from 'react';
import { formatAmount } from '#core/money';
import type { OfferId, PriceId, StepId } from '#core/ids';
import { offerAt, type Path, type Step, stepsInOrder, type Supposed, whatIf } from '#core/paths';
import { firstYearOf } from '#core/terms';
import { FEWEST_FOR_SHARES, shareOf, shareAt } from '#core/visits';
import type { Draft } from '../../data/draft';
import type { PathFigures } from '../../../wire';
import { figuresAt } from './figures';
import { useNow } from '../../data/useNow';
import { CountFill } from '../../price/Fill';
import { soldPrices } from '../../price/soldPrices';
import { stepName } from './stepInWords';
import { sellPathWords } from '#say/sell/path';
const words = sellPathWords.whatIf;

/** What stands there until somebody types what they expect; in a hundred. */
const BEGIN: Record<Step['kind'], number> = { page: 30, checkout: 50, offer: 15, 'turned-back': 20, thanks: 100 };
const BEGIN_EXTRA = 25;
const BEGIN_GOES_ON = 92;

/** What a visitor brings where so many go on at each step: every share is supposed here, and says so. */
export function WhatIf({ draft, path, figures }: { draft: Draft; path: Path; figures: PathFigures | null }) {
  const { content } = draft;
  const now = useNow();
  const [typed, setTyped] = useState<Record<string, number>>({});
  const { zone, locale } = content.shop;
  const currency = content.offers.find((o) => o.id === path.offerId)?.currency ?? content.shop.currency;
  const suppose = (key: string, otherwise: number): number => typed[key] ?? otherwise;
  /** What was measured, where enough came; else what is begun with. */
  const measured = (step: Step): number => {
    const at = figuresAt(figures, step.id);
    const share = at ? shareAt(step, at) : null;
    return share === null ? BEGIN[step.kind] : Math.round(share * 100);
  };
  const measuredExtra = (step: Step | undefined, id: string): number => {
    const at = step && figuresAt(figures, step.id);
    const taken = at?.extras.find((e) => e.id === id)?.taken;
    const share = at && taken !== undefined ? shareOf(taken, at.taken) : null;
    return share === null ? BEGIN_EXTRA : Math.round(share * 100);
  };
  /** How those who went on from a page went, where enough came to tell. */
  const waysMeasured = (step: Step | undefined): Supposed['ways'] => {
    const at = step && figuresAt(figures, step.id);
    return at && at.came >= FEWEST_FOR_SHARES && at.wentOn.length > 0
      ? new Map(at.wentOn.map(({ to, count }) => [to, count]))
      : undefined;
  };
  const goesOn = suppose('goes-on', BEGIN_GOES_ON) / 100;
  const priceOf = (offerId: OfferId, priceId?: PriceId) => {
    const offer = content.offers.find((o) => o.id === offerId);
    const prices = offer ? soldPrices(offer) : [];
    return priceId === undefined ? prices[0] : prices.find((p) => p.id === priceId);
  };
  const worth = (offerId: OfferId, priceId?: PriceId): number => {
    const price = priceOf(offerId, priceId);
    return price ? firstYearOf(price.terms, now, zone, goesOn) : 0;
  };
  const titleOf = (id: OfferId): string => content.offers.find((o) => o.id === id)?.title ?? '';
  const steps = stepsInOrder(path).filter((s) => s.kind !== 'thanks');
  const supposed = (id: StepId): Supposed => {
    const step = steps.find((s) => s.id === id);
    return {
      share: step ? suppose(step.id, measured(step)) / 100 : 1,
      ways: waysMeasured(step),
      money:
        step?.kind === 'checkout'
          ? worth(offerAt(path, step))
          : step?.offer
            ? worth(step.offer.offerId, step.offer.priceId)
            : 0,
      extras: (step?.extras ?? []).map((e) => ({
        share: suppose(e.id, measuredExtra(step, e.id)) / 100,
        money: worth(e.offerId, e.priceId),
      })),
    };
  };
  const all = new Map(steps.map((step) => [step.id, supposed(step.id)]));
  const found = whatIf(path, (id) => all.get(id) ?? supposed(id));
  const money = (amount: number): string => formatAmount(Math.round(amount), currency, locale);
  const lasting = [
    path.offerId,
    ...path.steps.flatMap((s) => [s.offer?.offerId, ...(s.extras ?? []).map((e) => e.offerId)]),
  ].some((id) => id !== undefined && priceOf(id)?.terms.kind === 'subscription');
  const share = (key: string, otherwise: number, label: string) => (
    <CountFill
      label={label}
      value={suppose(key, otherwise)}
      from={0}
      to={100}
      onChange={(value) => setTyped((now) => ({ ...now, [key]: value }))}
    />
  );
  return (
    <details className="sec">
      <summary className="cursor-pointer">
        <h3 className="inline">{words.valueVisitor}</h3>
      </summary>
      <p className="mt-2">
        {words.percentages}{' '}
        {steps.map((step, i) => (
          <span key={step.id}>
            {i > 0 && '; '}
            {share(step.id, measured(step), words.whoContinue(stepName(content, step)))}{' '}
            {step.kind === 'checkout' ? words.payAt : step.kind === 'offer' ? words.sayYes : words.continueFrom}{' '}
            <span dir="auto">{stepName(content, step)}</span>
            {step.extras?.map((extra) => (
              <span key={extra.id}>
                , {share(extra.id, measuredExtra(step, extra.id), words.addedBuyers(titleOf(extra.offerId)))}{' '}
                {words.themAdd(titleOf(extra.offerId))}
              </span>
            ))}
          </span>
        ))}
        {lasting && (
          <>
            {words.ofSubscribers} {share('goes-on', BEGIN_GOES_ON, words.subscribersWhoContinue)}{' '}
            {words.makeEachNextPayment}
          </>
        )}
        .
      </p>
      <p className="mt-2" role="status">
        {words.averageVisitorBrings} <b className="font-semibold text-money">{money(found.visitor)}</b>
        {words.andABuyer} <b className="font-semibold text-money">{money(found.buyer)}</b>
        {words.firstMonths}
      </p>
      {found.more.length > 0 && (
        <>
          <p className="mt-2">{words.threePercentagePointsMore}</p>
          <ul>
            {found.more.map(({ step: id, by }) => {
              const step = steps.find((s) => s.id === id);
              return (
                <li key={id} className="flex justify-between gap-4">
                  <span dir="auto">{words.atStep(step ? stepName(content, step) : '')}</span>
                  <b className="font-semibold text-money">+{money(by)}</b>
                </li>
              );
            })}
          </ul>
        </>
      )}
      <p className="cap mt-1">{words.measuredWhereLeastVisitors(FEWEST_FOR_SHARES)}</p>
    </details>
  );
}
