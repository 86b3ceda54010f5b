import { type Remote, wrap } from 'comlink';
import { useState } from 'react';
import { formatAmount } from '#core/money';
import { checkoutsOf, entrancesOf, offerAt, type Path, sightOf, stepOf, stepsInOrder } from '#core/paths';
import { sealContent } from '#core/release';
import type { WalkReport } from '#core/shop';
import type { Draft } from '../../data/draft';
import { useNow } from '../../data/useNow';
import { ChoiceFill } from '../../price/Fill';
import type { WalkWorker } from '../../workers/walk.worker';
import { priceInWords, stepName, targetInWords } from './stepInWords';
import { Ticks } from './Ticks';
import { WalkYourself } from './WalkYourself';

let worker: Remote<WalkWorker> | null = null;
const ask = (): Remote<WalkWorker> =>
  (worker ??= wrap<WalkWorker>(
    new Worker(new URL('../../workers/walk.worker.ts', import.meta.url), { type: 'module' }),
  ));

const LETTERS: Record<string, string> = { receipt: 'a receipt', refund: 'a credit note' };

/** A practice buyer on the path as it is drafted: what they choose, and then what was charged, sent and opened. */
export function WalkIt({ draft, path }: { draft: Draft; path: Path }) {
  const { content } = draft;
  const now = useNow();
  const tills = checkoutsOf(path);
  const [tillId, setTill] = useState('');
  const till = tills.find((s) => s.id === tillId) ?? tills[0];
  const [priceId, setPrice] = useState('');
  const [through, setThrough] = useState('');
  const [extras, setExtras] = useState<string[]>([]);
  const [answers, setAnswers] = useState<Record<string, 'yes' | 'no'>>({});
  const [report, setReport] = useState<WalkReport | null>(null);
  const [busy, setBusy] = useState(false);
  const [failed, setFailed] = useState(false);
  if (!till) return null;
  const offer = content.offers.find((o) => o.id === offerAt(path, till));
  const entrance = entrancesOf(path).find((e) => e.id === through);
  const { shows } = sightOf(path, { at: now, entrance: entrance?.id }, content);
  const prices = (offer?.prices ?? []).filter((p) => shows(p.id));
  const price = prices.find((p) => p.id === priceId) ?? prices[0];
  const offers = stepsInOrder(path).filter((s) => s.kind === 'offer');

  async function walk(): Promise<void> {
    setBusy(true);
    setFailed(false);
    try {
      const release = { format: 1 as const, number: 1, basedOn: null, at: now, content: sealContent(content) };
      const sealed = release.content.paths.find((p) => p.id === path.id) ?? path;
      const choices = { checkout: till?.id, priceId: price?.id, extras, answers, entrance: entrance?.id ?? null };
      setReport(await ask().walk(release, sealed, choices, now));
    } catch {
      setFailed(true);
    } finally {
      setBusy(false);
    }
  }

  return (
    <details className="sec">
      <summary className="cursor-pointer">
        <h3 className="inline">Walk it</h3>
      </summary>
      <p className="mt-2">
        A practice buyer{' '}
        {entrancesOf(path).length > 0 && (
          <>
            comes{' '}
            <ChoiceFill
              label="Walk: how they come"
              value={entrance?.id ?? ''}
              choices={[
                ['', 'by themselves'],
                ...entrancesOf(path).map((e) => [e.id, `through ${e.note || e.word}`] as const),
              ]}
              onChange={setThrough}
            />
            ,{' '}
          </>
        )}
        pays{' '}
        <ChoiceFill
          label="Walk: the price they choose"
          value={price?.id ?? ''}
          choices={
            price
              ? prices.map(
                  (p) =>
                    [
                      p.id,
                      [p.name, priceInWords(content, { offerId: offer?.id ?? '', priceId: p.id })]
                        .filter((part) => part !== '')
                        .join(', '),
                    ] as const,
                )
              : [['', 'no price yet']]
          }
          onChange={setPrice}
        />
        {tills.length > 1 && (
          <>
            {' '}
            at{' '}
            <ChoiceFill
              label="Walk: where they pay"
              value={till.id}
              choices={tills.map((s) => [s.id, stepName(content, s)] as const)}
              onChange={setTill}
            />
          </>
        )}
        {(till.extras ?? []).length > 0 && (
          <>
            , adds{' '}
            <Ticks
              label="Walk: extras they add"
              all={(till.extras ?? []).map(
                (e) => [e.id, content.offers.find((o) => o.id === e.offerId)?.title ?? 'an extra'] as const,
              )}
              chosen={extras}
              onChange={setExtras}
            />
          </>
        )}
        {offers.map((step) => (
          <span key={step.id}>
            , says{' '}
            <ChoiceFill
              label={`Walk: their answer to ${stepName(content, step)}`}
              value={answers[step.id] ?? 'no'}
              choices={[
                ['no', 'no'],
                ['yes', 'yes'],
              ]}
              onChange={(answer) => setAnswers({ ...answers, [step.id]: answer })}
            />{' '}
            to {stepName(content, step)}
          </span>
        ))}
        .
      </p>
      <button className="btn btn-quiet btn-sm mt-2" disabled={busy} onClick={() => void walk()}>
        {busy ? 'Walking …' : report ? 'Walk it again' : 'Walk it'}
      </button>
      <div role="status">{report && <Walked draft={draft} path={path} report={report} />}</div>
      {failed && <p className="wrong">It could not be walked: mend first what stops publishing.</p>}
      <p className="cap mt-2">
        With a card that goes through. The shop’s own engine charges and opens, in this browser: nobody is charged, no
        letter leaves, no order is made and no number is used.
      </p>
      <WalkYourself draft={draft} path={path} />
    </details>
  );
}

function Walked({ draft, path, report }: { draft: Draft; path: Path; report: WalkReport }) {
  const { content } = draft;
  const money = (amount: number): string => formatAmount(amount, report.currency, content.shop.locale);
  const letters = report.letters.map((letter) => LETTERS[letter] ?? 'a letter about what comes later');
  return (
    <>
      <ol className="mt-2">
        {report.steps.map(({ step: id, charged, answer }) => {
          const step = stepOf(path, id);
          return (
            <li key={id} className="flex justify-between gap-4">
              <span dir="auto">
                {step ? stepName(content, step) : 'A step that is gone'}
                {answer !== null && `: ${answer}`}
              </span>
              {(step?.kind === 'checkout' || answer === 'yes') && (
                <b className="font-semibold text-money">{charged === 0 ? 'nothing today' : money(charged)}</b>
              )}
            </li>
          );
        })}
      </ol>
      {report.end.at === 'stuck' && <p className="wrong">{report.end.why}</p>}
      {report.end.at === 'out' && <p>Then on to {targetInWords(content, path, report.end.to)}.</p>}
      {report.end.at !== 'stuck' && (
        <p className="mt-1">
          {letters.length === 0 ? 'No letter is sent' : `Sent: ${letters.join(', ')}`}.{' '}
          {report.opened.length === 0 ? (
            <span className="text-alarm">Nothing opens.</span>
          ) : (
            `Open: ${report.opened.map((id) => content.products.find((p) => p.id === id)?.title ?? 'something').join(', ')}.`
          )}
        </p>
      )}
    </>
  );
}
