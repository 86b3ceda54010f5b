import { type Remote, wrap } from 'comlink';
import { inWords } from '../statusWords';
import { useEffect, useRef, useState } from 'react';
import { type DraftOffer, openedBy, type Price } from '#core/catalogue';
import { addDays, dateIn, formatDay, formatTime } from '#core/calendar';
import { formatAmount } from '#core/money';
import { type Release, sealContent } from '#core/release';
import type { Script } from '#core/shop';
import { isLasting } from '#core/terms';
import { KeelLine } from '../../ui/KeelLine';
import type { Draft } from '../data/draft';
import { useAppSelector } from '../store';
import type { Rehearsed, RehearsalWorker } from '../workers/rehearse.worker';
import { useAssumption } from './assumption';
import { ChoiceFill, DayFill, TextFill } from './Fill';
import { priceWords } from '#say/price';
const say = priceWords.rehearse;

const YEARS = [
  ['1', say.year],
  ['2', say.years],
  ['5', say.years2],
  ['10', say.years3],
] as const;
const WAIT_MS = 250;

let worker: Remote<RehearsalWorker> | null = null;
const ask = (): Remote<RehearsalWorker> =>
  (worker ??= wrap<RehearsalWorker>(
    new Worker(new URL('../workers/rehearse.worker.ts', import.meta.url), { type: 'module' }),
  ));

/** Plays a buyer's months ahead with the shop's own engine in a worker: every charge, message and door. Nothing is recorded. */
export function Rehearse({
  draft,
  offer,
  price,
  width,
}: {
  draft: Draft;
  offer: DraftOffer;
  price: Price;
  width: number;
}) {
  const { shop } = draft.content;
  const { start } = useAssumption(shop);
  const country = useAppSelector((state) => state.frame.assumedCountry);
  const coupon = useAppSelector((state) => state.frame.assumedCoupon);
  const [card, setCard] = useState<'good' | 'once' | 'ever'>('good');
  const [from, setFrom] = useState('3');
  const [what, setWhat] = useState<'nothing' | 'pause' | 'cancel' | 'refund'>('nothing');
  const [on, setOn] = useState(addDays(dateIn(start, shop.zone), 75));
  const [until, setUntil] = useState(addDays(dateIn(start, shop.zone), 120));
  const [years, setYears] = useState<(typeof YEARS)[number][0]>('1');
  const [result, setResult] = useState<Rehearsed | { problem: string } | null>(null);
  const turn = useRef(0);
  const script: Script = {
    refusesFrom: card === 'good' || !/^\d{1,4}$/.test(from) ? null : Math.max(1, Number(from)),
    refusesTimes: card === 'once' ? 1 : null,
    act: what === 'nothing' || on === '' ? null : { on, what, until: what === 'pause' && until !== '' ? until : null },
  };
  const key = JSON.stringify([price, script, years, start.slice(0, 16), country, coupon]);
  useEffect(() => {
    const mine = (turn.current += 1);
    const timer = setTimeout(() => {
      // The draft as it stands, with this price as typed; what else is only begun does not stand in its way.
      const content = sealContent(draft.content);
      const release: Release = {
        format: 1,
        number: 1,
        basedOn: null,
        at: start,
        content: {
          ...content,
          paths: [],
          pages: [],
          // A bundle, and what is in it.
          products: content.products.filter(
            (p) => offer.productIds.includes(p.id) || openedBy(content.products, offer.productIds).includes(p.id),
          ),
          offers: [
            {
              id: offer.id,
              title: offer.title || say.untitled,
              productIds: offer.productIds,
              currency: offer.currency,
              onSale: true,
              prices: [price],
            },
          ],
        },
      };
      void ask()
        .play(
          release,
          {
            offerId: offer.id,
            priceId: price.id,
            ...(coupon === null ? {} : { coupon }),
            ...(shop.tax && shop.tax.how !== 'none' ? { country: country ?? shop.tax.home } : {}),
          },
          start,
          script,
          Number(years),
        )
        .then((played) => {
          if (mine === turn.current) setResult(played);
        });
    }, WAIT_MS);
    return () => clearTimeout(timer);
    // The key holds everything that changes the answer.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key]);
  const money = (amount: number): string => formatAmount(amount, offer.currency, shop.locale);
  return (
    <div>
      <p className="sentence !text-base">
        {say.play} <ChoiceFill label={say.howFarRehearse} value={years} choices={YEARS} onChange={setYears} />
        {say.theCard}{' '}
        <ChoiceFill
          label={say.whatCardDoes}
          value={card}
          choices={[
            ['good', say.works],
            ['once', say.declinedOncePayment],
            ['ever', say.declinedFromPayment],
          ]}
          onChange={setCard}
        />
        {card !== 'good' && (
          <>
            {' '}
            <TextFill numeric label={say.whichPayment} value={from} onChange={setFrom} />
          </>
        )}
        {say.theBuyer}{' '}
        <ChoiceFill
          label={say.whatBuyerDoes}
          value={what}
          choices={
            isLasting(price.terms)
              ? [
                  ['nothing', say.doesNothing],
                  ['pause', say.pauses],
                  ['cancel', say.cancels],
                  ['refund', say.asksFullRefund],
                ]
              : [
                  ['nothing', say.doesNothing],
                  ['refund', say.asksFullRefund],
                ]
          }
          onChange={setWhat}
        />
        {what !== 'nothing' && (
          <>
            {' '}
            {say.on} <DayFill label={say.whichDay} value={on} onChange={setOn} />
          </>
        )}
        {what === 'pause' && (
          <>
            {' '}
            {say.until} <DayFill label={say.untilWhichDay} value={until} onChange={setUntil} />
          </>
        )}
        .
      </p>
      {result === null ? null : 'problem' in result ? (
        <p className="wrong" role="status">
          {result.problem}
        </p>
      ) : (
        <>
          {result.story && (
            <div className="mt-2">
              <KeelLine story={result.story} name={say.monthsPlayed} width={width} />
            </div>
          )}
          <table className="mt-2 w-full text-sm" aria-label={say.whatWouldHappen}>
            <tbody>
              {result.steps.slice(0, 400).map((s, i) => (
                <tr key={i} className="border-t border-line align-baseline">
                  <td className="py-1 pr-2 whitespace-nowrap" title={formatTime(s.at, shop.zone, shop.locale)}>
                    {formatDay(s.at, shop.zone, shop.locale, { short: true, year: true })}
                  </td>
                  <td
                    className={`py-1 pr-2 ${s.what === 'refused' || s.what === 'refused-act' ? 'text-alarm' : s.what === 'message' ? 'text-ink-2' : ''}`}
                    dir="auto"
                  >
                    {s.what === 'message'
                      ? say.email(s.text)
                      : s.what === 'refused-act' || s.what === 'part-opens'
                        ? s.text
                        : `${inWords(s.what)}${s.text === '' ? '' : `, ${s.text}`}`}
                  </td>
                  <td className="py-1 text-right whitespace-nowrap text-money">
                    {s.amount === null ? '' : money(s.amount)}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          {result.steps.length > 400 && (
            <p className="cap">{say.theFirstOf(result.steps.length.toLocaleString('en'))}</p>
          )}
        </>
      )}
    </div>
  );
}
