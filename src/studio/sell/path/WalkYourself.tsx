import { useState } from 'react';
import { formatDay, formatTime } from '#core/calendar';
import { entrancesOf, type Path, type Step, stepOf, stepsInOrder } from '#core/paths';
import { formatAmount } from '#core/money';
import { type DraftContent, type ReleaseContent, sealContent } from '#core/release';
import type { PracticeReport } from '../../../wire/owner';
import type { Draft } from '../../data/draft';
import {
  readLive,
  sentenceOf,
  useBeginPracticeMutation,
  useEndPracticeMutation,
  useMovePracticeMutation,
  usePracticeQuery,
} from '../../data/ownerApi';
import { PublishFailed, sendMissing } from '../../data/publish';
import { ChoiceFill } from '../../price/Fill';
import { priceInWords, stepName } from './stepInWords';
import { sellPathWords } from '#say/sell/path';
const say = sellPathWords.walkYourself;

const LOOKS_EVERY_MS = 2_000;
const STEPS = [
  ['next', say.nextEvent],
  ['day', say.day],
  ['week', say.week],
  ['month', say.month],
] as const;

type What = 'draft' | 'live';

/** The seller as their own buyer: at a counter that stands for this walk alone, and what it then took, sent and opened. */
export function WalkYourself({ draft, path }: { draft: Draft; path: Path }) {
  const { content } = draft;
  const [what, setWhat] = useState<What>('draft');
  const [from, setFrom] = useState(path.start);
  const [through, setThrough] = useState('');
  const [begun, setBegun] = useState<string | null>(null);
  const [href, setHref] = useState<string | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const [begin, beginning] = useBeginPracticeMutation();
  const [end] = useEndPracticeMutation();
  const [busy, setBusy] = useState(false);
  const step = stepOf(path, from) ?? stepOf(path, path.start);
  const entrance = entrancesOf(path).find((e) => e.id === through);

  async function go(): Promise<void> {
    // Only what is opened by the press itself is let through by browsers; it is led on when the counter stands.
    const opened = window.open('', '_blank');
    setBusy(true);
    setWrong(null);
    setHref(null);
    try {
      const walked = await contentOf(what, content);
      const { id, href: to } = await begin({
        content: walked,
        path: path.id,
        step: step?.id ?? path.start,
        entrance: entrance?.id ?? null,
      }).unwrap();
      if (begun !== null) void end(begun);
      setBegun(id);
      setHref(to);
      if (opened) opened.location.href = to;
    } catch (error) {
      opened?.close();
      setWrong(error instanceof PublishFailed ? error.message : sentenceOf(error));
    } finally {
      setBusy(false);
    }
  }

  return (
    <div className="mt-4 border-t border-line pt-3">
      <p>
        {say.runYourselfAsBuyer}{' '}
        <ChoiceFill
          label={say.practiceRunYourselfWhat}
          value={what}
          choices={[
            ['draft', say.theDraft],
            ['live', say.whatLive],
          ]}
          onChange={setWhat}
        />
        {say.startingAt}{' '}
        <ChoiceFill
          label={say.practiceRunYourselfFirst}
          value={step?.id ?? ''}
          choices={stepsInOrder(path).map((s) => [s.id, apart(content, s)] as const)}
          onChange={setFrom}
        />
        {entrancesOf(path).length > 0 && (
          <>
            {say.coming}{' '}
            <ChoiceFill
              label={say.practiceRunYourselfHow}
              value={entrance?.id ?? ''}
              choices={[
                ['', say.directly],
                ...entrancesOf(path).map((e) => [e.id, say.through(e.note || e.word)] as const),
              ]}
              onChange={setThrough}
            />
          </>
        )}
        {say.stepsBeforeDoneYou}
      </p>
      <p className="mt-2 flex flex-wrap items-center gap-3">
        <button className="btn btn-quiet btn-sm" disabled={busy || beginning.isLoading} onClick={() => void go()}>
          {busy ? say.preparing : begun === null ? say.startPracticeRun : say.startOver}
        </button>
        {href !== null && (
          <a className="plain-link" href={href} target="_blank" rel="noreferrer">
            {say.openAgain}
          </a>
        )}
      </p>
      {wrong !== null && (
        <p className="wrong" role="alert">
          {wrong}
        </p>
      )}
      {begun !== null && (
        <Practised
          key={begun}
          id={begun}
          draft={draft}
          path={path}
          onEnd={() => {
            void end(begun);
            setBegun(null);
            setHref(null);
          }}
        />
      )}
      <p className="cap mt-2">{say.separateShopPracticeRun}</p>
    </div>
  );
}

/** Several steps may offer the same: what it costs tells them apart. */
const apart = (content: DraftContent, step: Step): string =>
  [stepName(content, step), ...(step.offer ? [priceInWords(content, step.offer)] : [])].join(', ');

/** The draft with its files in the shop, or what is live. @throws with a sentence where there is none */
async function contentOf(what: What, drafted: DraftContent): Promise<ReleaseContent> {
  if (what === 'live') {
    const live = await readLive();
    if (!live) throw new PublishFailed(say.nothingLiveYetTry);
    return live.content;
  }
  let sealed: ReleaseContent;
  try {
    sealed = sealContent(drafted);
  } catch {
    throw new PublishFailed(say.practiceRunCouldNot);
  }
  await sendMissing(sealed, () => undefined);
  return sealed;
}

function Practised({ id, draft, path, onEnd }: { id: string; draft: Draft; path: Path; onEnd: () => void }) {
  const { zone, locale } = draft.content.shop;
  const { data, error } = usePracticeQuery(id, { pollingInterval: LOOKS_EVERY_MS });
  const [move, moving] = useMovePracticeMutation();
  if (!data) return error ? <p className="wrong">{sentenceOf(error)}</p> : null;
  const when = (at: string): string => `${formatDay(at, zone, 'en')}, ${formatTime(at, zone, 'en')}`;
  return (
    <div className="mt-3" role="region" aria-label={say.whatHappenedPracticeRun}>
      <p>
        {say.thereGoForward(when(data.now))}{' '}
        {STEPS.map(([by, label]) => (
          <button
            key={by}
            className="btn btn-quiet btn-sm mr-1"
            disabled={moving.isLoading || (by === 'next' && data.next === null)}
            onClick={() => void move({ id, by })}
          >
            {label}
          </button>
        ))}{' '}
        <button className="btn btn-quiet btn-sm" onClick={onEnd}>
          {say.endPracticeRun}
        </button>
      </p>
      {moving.isError && <p className="wrong">{sentenceOf(moving.error)}</p>}
      <Told report={data} draft={draft} path={path} when={when} locale={locale} />
    </div>
  );
}

function Told({
  report,
  draft,
  path,
  when,
  locale,
}: {
  report: PracticeReport;
  draft: Draft;
  path: Path;
  when: (at: string) => string;
  locale: string;
}) {
  const { taken, refused, letters, doors, next } = report;
  if (taken.length === 0 && refused.length === 0) return <p className="mt-1 text-faint">{say.nothingHasBeenBought}</p>;
  const [open, shut] = [doors.filter((d) => d.open), doors.filter((d) => !d.open)];
  const names = (of: PracticeReport['doors']): string => [...new Set(of.map(({ title }) => title))].join(', ');
  const stepAt = (id: string | null): string => {
    const step = id === null ? undefined : stepOf(path, id);
    return step ? stepName(draft.content, step) : 'later';
  };
  return (
    <>
      <ol className="mt-2">
        {taken.map((payment, i) => (
          <li key={i} className="flex justify-between gap-4">
            <span dir="auto">
              {when(payment.at)}, {stepAt(payment.step)}: {payment.titles.join(', ')}
            </span>
            <b className="font-semibold text-money">
              {payment.amount === 0 ? say.nothing : formatAmount(payment.amount, payment.currency, locale)}
            </b>
          </li>
        ))}
        {refused.map((charge, i) => (
          <li key={`refused ${i}`}>
            {say.wasDeclined(
              when(charge.at),
              formatAmount(charge.amount, charge.currency, locale),
              charge.reason === '' ? '' : `, ${charge.reason}`,
            )}
          </li>
        ))}
      </ol>
      <p className="mt-1">
        {say.emails}{' '}
        {letters.length === 0
          ? say.noneYet
          : letters.map(({ subject, href }, i) => (
              <span key={href}>
                {i > 0 && ', '}
                <a className="plain-link" href={href} target="_blank" rel="noreferrer" dir="auto">
                  {subject}
                </a>
              </span>
            ))}
        .
      </p>
      <p>
        {open.length === 0 ? <span className="text-alarm">{say.noAccessYet}</span> : say.accessTo(names(open))}
        {shut.length > 0 && say.closed(names(shut))}
        {next !== null && say.nextEvent2(when(next))}
      </p>
    </>
  );
}
