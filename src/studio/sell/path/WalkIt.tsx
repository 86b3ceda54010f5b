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
import { sellPathWords } from '#say/sell/path';
const say = sellPathWords.walkIt;

let worker: Remote<WalkWorker> | null = null;
const ask = (): Remote<WalkWorker> =>
  (worker ??= wrap<WalkWorker>(
    new Worker(new URL('../../workers/walk.worker.ts', import.meta.url), { type: 'module' }),
  ));

const LETTERS: Record<string, string> = { receipt: say.aReceipt, refund: say.creditNote };

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
        <h3 className="inline">{say.practiceRun}</h3>
      </summary>
      <p className="mt-2">
        {say.practiceBuyer}{' '}
        {entrancesOf(path).length > 0 && (
          <>
            {say.comes}{' '}
            <ChoiceFill
              label={say.practiceRunHowThey}
              value={entrance?.id ?? ''}
              choices={[
                ['', say.directly],
                ...entrancesOf(path).map((e) => [e.id, say.through(e.note || e.word)] as const),
              ]}
              onChange={setThrough}
            />
            ,{' '}
          </>
        )}
        {say.pays}{' '}
        <ChoiceFill
          label={say.practiceRunPrice}
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
              : [['', say.noPriceYet]]
          }
          onChange={setPrice}
        />
        {tills.length > 1 && (
          <>
            {' '}
            {say.at}{' '}
            <ChoiceFill
              label={say.practiceRunCheckout}
              value={till.id}
              choices={tills.map((s) => [s.id, stepName(content, s)] as const)}
              onChange={setTill}
            />
          </>
        )}
        {(till.extras ?? []).length > 0 && (
          <>
            {say.adds}{' '}
            <Ticks
              label={say.practiceRunExtras}
              all={(till.extras ?? []).map(
                (e) => [e.id, content.offers.find((o) => o.id === e.offerId)?.title ?? say.anExtra] as const,
              )}
              chosen={extras}
              onChange={setExtras}
            />
          </>
        )}
        {offers.map((step) => (
          <span key={step.id}>
            {say.says}{' '}
            <ChoiceFill
              label={say.practiceRunAnswer(stepName(content, step))}
              value={answers[step.id] ?? 'no'}
              choices={[
                ['no', say.justNo],
                ['yes', say.justYes],
              ]}
              onChange={(answer) => setAnswers({ ...answers, [step.id]: answer })}
            />{' '}
            {say.to(stepName(content, step))}
          </span>
        ))}
        .
      </p>
      <button className="btn btn-quiet btn-sm mt-2" disabled={busy} onClick={() => void walk()}>
        {busy ? say.running : report ? say.runAgain : say.practiceRun}
      </button>
      <div role="status">{report && <Walked draft={draft} path={path} report={report} />}</div>
      {failed && <p className="wrong">{say.practiceRunCouldNot}</p>}
      <p className="cap mt-2">{say.workingCardShopS}</p>
      <WalkYourself draft={draft} path={path} />
    </details>
  );
}

function Walked({ draft, path, report }: { draft: Draft; path: Path; report: WalkReport }) {
  const { content } = draft;
  const money = (amount: number): string => formatAmount(amount, report.currency, content.shop.locale);
  const letters = report.letters.map((letter) => LETTERS[letter] ?? say.emailAboutFuturePayments);
  return (
    <>
      <ol className="mt-2">
        {report.steps.map(({ step: id, charged, answer }) => {
          const step = stepOf(path, id);
          return (
            <li key={id} className="flex justify-between gap-4">
              <span dir="auto">
                {step ? stepName(content, step) : say.deletedStep}
                {answer !== null && `: ${answer}`}
              </span>
              {(step?.kind === 'checkout' || answer === 'yes') && (
                <b className="font-semibold text-money">{charged === 0 ? say.nothingToday : money(charged)}</b>
              )}
            </li>
          );
        })}
      </ol>
      {report.end.at === 'stuck' && <p className="wrong">{report.end.why}</p>}
      {report.end.at === 'out' && <p>{say.thenOnTo(targetInWords(content, path, report.end.to))}</p>}
      {report.end.at !== 'stuck' && (
        <p className="mt-1">
          {letters.length === 0 ? say.noEmailSent : say.emails(letters.join(', '))}.{' '}
          {report.opened.length === 0 ? (
            <span className="text-alarm">{say.nothingOpens}</span>
          ) : (
            say.accessTo(
              report.opened.map((id) => content.products.find((p) => p.id === id)?.title ?? 'something').join(', '),
            )
          )}
        </p>
      )}
    </>
  );
}
