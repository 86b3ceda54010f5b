import { Link } from 'react-router';
import { formatDay } from '#core/calendar';
import { formatAmount } from '#core/money';
import { type Path, type Step, stepOf } from '#core/paths';
import { shareOf, shareAt } from '#core/visits';
import type { Draft } from '../../data/draft';
import { ordersLink } from '../../data/queries/orderQuery';
import { ChoiceFill } from '../../price/Fill';
import type { PathFigures } from '../../../wire';
import { counted, figuresAt, percent } from './figures';
import { stepName } from './stepInWords';
import { sellPathWords } from '#say/sell/path';
const words = sellPathWords.stepCounted;

export const SPANS = ['7', '30', '90', '365'] as const;
export type Span = (typeof SPANS)[number];

/** What was counted at the step in hand, with the days and the orders behind it. */
export function StepCounted({
  draft,
  path,
  step,
  figures,
  span,
  onSpan,
}: {
  draft: Draft;
  path: Path;
  step: Step;
  figures: PathFigures;
  span: Span;
  onSpan: (span: Span) => void;
}) {
  const at = figuresAt(figures, step.id);
  const { content } = draft;
  const { locale } = content.shop;
  const currency = content.offers.find((o) => o.id === path.offerId)?.currency ?? content.shop.currency;
  const money = (amount: number): string => formatAmount(amount, currency, locale);
  if (!at) return null;
  const share = percent(shareAt(step, at));
  const days = `${figures.from}..${figures.to}`;
  const extraTitle = (id: string): string => {
    const extra = step.extras?.find((e) => e.id === id);
    return content.offers.find((o) => o.id === extra?.offerId)?.title ?? words.anExtra;
  };
  return (
    <section className="sec">
      <h3>{words.results}</h3>
      <p className="mt-1">
        {words.last}{' '}
        <ChoiceFill
          label={words.numberDaysCounted}
          value={span}
          choices={SPANS.map((days) => [days, words.days(days)] as const)}
          onChange={onSpan}
        />{' '}
        <b className="font-semibold">{counted(at.came)}</b> {words.visitors}
        {step.kind === 'checkout' && (
          <>
            ,{' '}
            <Link className="underline" to={ordersLink({ way: step.id, days })}>
              <b className="font-semibold">{counted(at.taken)}</b> {words.bought}
            </Link>
            {words.dayPurchase(share && ` (${share})`, money(at.money))}
          </>
        )}
        {step.kind === 'offer' && (
          <>
            ,{' '}
            <Link className="underline" to={ordersLink({ way: step.id, days })}>
              <b className="font-semibold">{counted(at.taken)}</b> {words.saidYes}
            </Link>
            {words.saidNo(share && ` (${share})`, counted(at.left), money(at.money))}
          </>
        )}
        {at.wentOn.map(({ to, count }) => {
          const next = stepOf(path, to);
          return (
            <span key={to}>{words.wentOn(counted(count), next ? stepName(content, next) : words.aDeletedStep)}</span>
          );
        })}
        .
      </p>
      {at.extras.map(({ id, taken }) => (
        <p key={id}>
          {words.addedTimes(extraTitle(id), counted(taken))}
          {shareOf(taken, at.taken) !== null && words.ofBuyers(percent(shareOf(taken, at.taken)))}.
        </p>
      ))}
      {step.id === path.start && <WhereFrom figures={figures} />}
      {figures.stopped !== null && <p className="wrong">{words.visitsCanTSaved}</p>}
      <details>
        <summary className="opt">{words.dayDay}</summary>
        <table className="rows mt-1">
          <thead>
            <tr>
              <th>{words.day}</th>
              <th>{words.visitors2}</th>
              <th className="!pr-0">{words.boughtPath}</th>
            </tr>
          </thead>
          <tbody>
            {[...figures.days].reverse().map(({ day, came, bought }) => (
              <tr key={day}>
                <td>{formatDay(`${day}T12:00:00.000Z`, 'UTC', locale)}</td>
                <td>{counted(came[step.id] ?? 0)}</td>
                <td className="!pr-0">{counted(bought)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    </section>
  );
}

/** Where those came from who began here: sites whose links they followed, and what links say of themselves. */
function WhereFrom({ figures }: { figures: PathFigures }) {
  const all = [
    ...figures.sites.map(({ of, count }) => [of, count] as const),
    ...figures.words.map(({ of, count }) => [words.inTheLink(of), count] as const),
  ];
  return (
    <p className="cap mt-1">
      {all.length === 0
        ? words.addFromMailAnother
        : words.from(all.map(([name, count]) => `${name} ${counted(count)}`).join(' · '))}
      {figures.robots > 0 && words.pageViewsBotsLeft(counted(figures.robots))}
    </p>
  );
}
