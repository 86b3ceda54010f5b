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

const LOOKS_EVERY_MS = 2_000;
const STEPS = [
  ['next', 'What comes next'],
  ['day', '1 day'],
  ['week', '1 week'],
  ['month', '1 month'],
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
        Or walk it yourself, as a buyer of{' '}
        <ChoiceFill
          label="Walk yourself: what"
          value={what}
          choices={[
            ['draft', 'the draft'],
            ['live', 'what is live'],
          ]}
          onChange={setWhat}
        />
        , from{' '}
        <ChoiceFill
          label="Walk yourself: from where"
          value={step?.id ?? ''}
          choices={stepsInOrder(path).map((s) => [s.id, apart(content, s)] as const)}
          onChange={setFrom}
        />
        {entrancesOf(path).length > 0 && (
          <>
            , coming{' '}
            <ChoiceFill
              label="Walk yourself: how you come"
              value={entrance?.id ?? ''}
              choices={[
                ['', 'by yourself'],
                ...entrancesOf(path).map((e) => [e.id, `through ${e.note || e.word}`] as const),
              ]}
              onChange={setThrough}
            />
          </>
        )}
        . What comes before it is bought for you.
      </p>
      <p className="mt-2 flex flex-wrap items-center gap-3">
        <button className="btn btn-quiet btn-sm" disabled={busy || beginning.isLoading} onClick={() => void go()}>
          {busy ? 'Preparing …' : begun === null ? 'Walk it yourself' : 'Begin again'}
        </button>
        {href !== null && (
          <a className="plain-link" href={href} target="_blank" rel="noreferrer">
            Open it again
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
      <p className="cap mt-2">
        A whole shop of its own, for this walk: its orders are practice orders, with cards that are samples and letters
        that stay here. Until you end it, this browser meets it at the shop’s addresses. Nothing of it is counted, and
        nothing is kept.
      </p>
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
    if (!live) throw new PublishFailed('Nothing is live yet. Walk the draft instead.');
    return live.content;
  }
  let sealed: ReleaseContent;
  try {
    sealed = sealContent(drafted);
  } catch {
    throw new PublishFailed('It could not be walked: mend first what stops publishing.');
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
    <div className="mt-3" role="region" aria-label="What the practice did">
      <p>
        There it is {when(data.now)}. Go on to{' '}
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
          End it
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
  if (taken.length === 0 && refused.length === 0)
    return <p className="mt-1 text-faint">Nothing was bought yet. What you do there is told here.</p>;
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
              {payment.amount === 0 ? 'nothing' : formatAmount(payment.amount, payment.currency, locale)}
            </b>
          </li>
        ))}
        {refused.map((charge, i) => (
          <li key={`refused ${i}`}>
            {when(charge.at)}: {formatAmount(charge.amount, charge.currency, locale)} was refused
            {charge.reason === '' ? '' : `, ${charge.reason}`}.
          </li>
        ))}
      </ol>
      <p className="mt-1">
        Sent:{' '}
        {letters.length === 0
          ? 'nothing yet'
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
        {open.length === 0 ? <span className="text-alarm">Nothing is open.</span> : `Open: ${names(open)}.`}
        {shut.length > 0 && ` Shut: ${names(shut)}.`}
        {next !== null && ` Next, something happens on ${when(next)}.`}
      </p>
    </>
  );
}
