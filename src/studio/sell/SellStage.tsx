import { useDeferredValue, useState } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { offersSoldOn, pagesOf, type Path, sellWithPage, stepOf, withOther } from '#core/paths';
import type { OfferId, StepId } from '#core/ids';
import type { Draft } from '../data/draft';
import { Missing } from '../frame/Missing';
import { Panes } from '../frame/Panes';
import { Outline } from './Outline';
import { PageSheet } from './PageSheet';
import { NewPath } from './path/NewPath';
import { Designs } from './path/Designs';
import { PathHead, PathSheet } from './path/PathSheet';
import { WalkIt } from './path/WalkIt';
import { WhatIf } from './path/WhatIf';
import { useFigures } from './path/figures';
import { type Span, StepCounted } from './path/StepCounted';
import { StepInHand } from './path/StepInHand';
import { stepName } from './path/stepInWords';
import { PathsIndex } from './PathsIndex';
import { PathsSheet } from './PathsSheet';
import { PhoneView } from './PhoneView';
import { useMakePath } from './useMakePath';
import { sellWords } from '#say/sell';
const say = sellWords.sellStage;

/** Sell: the paths buyers walk, drawn as they walk them, and their pages, edited where they stand. */
export default function SellStage({ draft }: { draft: Draft }) {
  const { id, step: stepId } = useParams();
  const { paths } = draft.content;
  const path = paths.find((p) => p.id === id);
  const step = path && stepId !== undefined ? stepOf(path, stepId) : undefined;
  if (path && step) return <PageView draft={draft} path={path} stepId={step.id} />;
  if (path) return <PathView key={path.id} draft={draft} path={path} />;
  return <Paths draft={draft} isNew={id === 'new'} />;
}

/** Every path, or a new one. */
function Paths({ draft, isNew }: { draft: Draft; isNew: boolean }) {
  const { paths, offers } = draft.content;
  const unsold = offers.filter((o) => !o.putAway && !paths.some((p) => offersSoldOn(p).has(o.id)));
  const begin = useMakePath(draft);
  const make = (offerId: OfferId): void => begin(sellWithPage, { offerId }, 'page');
  return (
    <Panes
      draft={draft}
      index={<PathsIndex draft={draft} unsold={unsold} onMake={make} />}
      indexName={say.paths}
      sheet={isNew ? <NewPath draft={draft} /> : <PathsSheet draft={draft} unsold={unsold} onMake={make} />}
      outcome={<p className="text-ink-2">{isNew ? say.eachPathStartsGood : say.choosePathSeeHow}</p>}
    />
  );
}

/** One path as a whole, with the step in hand beside it. */
function PathView({ draft, path }: { draft: Draft; path: Path }) {
  const [taken, setTaken] = useState<StepId>(path.start);
  const step = stepOf(path, taken) ?? stepOf(path, path.start) ?? path.steps[0];
  const { paths, offers } = draft.content;
  const unsold = offers.filter((o) => !o.putAway && !paths.some((p) => offersSoldOn(p).has(o.id)));
  const begin = useMakePath(draft);
  const [span, setSpan] = useState<Span>('30');
  const figures = useFigures(path, Number(span));
  return (
    <Panes
      draft={draft}
      index={
        <PathsIndex draft={draft} unsold={unsold} onMake={(offerId) => begin(sellWithPage, { offerId }, 'page')} />
      }
      indexName={say.paths}
      inHand={path.title || say.untitled}
      sheet={<PathSheet draft={draft} path={path} figures={figures} inHand={step?.id ?? ''} onTake={setTaken} />}
      pinned={<Missing findings={findingsOf(draft, path)} />}
      outcome={
        step && (
          <>
            <StepInHand key={step.id} draft={draft} path={path} step={step} />
            {step.kind !== 'thanks' && !path.front && (
              <Designs draft={draft} path={path} step={step} figures={figures} />
            )}
            {figures && (
              <StepCounted draft={draft} path={path} step={step} figures={figures} span={span} onSpan={setSpan} />
            )}
            {!path.front && <WalkIt draft={draft} path={path} />}
            {!path.front && <WhatIf draft={draft} path={path} figures={figures} />}
          </>
        )
      }
    />
  );
}

/** One page of a path, edited in place, with a phone beside it. */
function PageView({ draft, path: of, stepId }: { draft: Draft; path: Path; stepId: StepId }) {
  // The other of two designs is edited like the one: the path as whoever sees it does.
  const other = useSearchParams()[0].has('other')
    ? of.comparisons?.find((c) => c.step === stepId && c.other.of === 'page')
    : undefined;
  const path = other ? withOther(of, other) : of;
  const step = stepOf(path, stepId);
  const page = draft.content.pages.find((p) => p.id === step?.pageId);
  // What is typed stands at once in the sheet; what stands beside it follows when there is time.
  const settled = useDeferredValue(draft);
  const settledPage = useDeferredValue(page);
  if (!step || !page) return <PathView draft={draft} path={path} />;
  return (
    <Panes
      draft={draft}
      index={<Outline draft={settled} path={path} step={step} page={settledPage ?? page} />}
      indexName={say.thisPage}
      inHand={stepName(draft.content, step)}
      sheet={
        <>
          {other && <p className="cap">{say.otherVersionBTest}</p>}
          {step.id === path.start && <PathHead draft={draft} path={path} />}
          <PageSheet key={page.id} draft={draft} path={path} step={step} page={page} />
        </>
      }
      pinned={<Missing findings={findingsOf(draft, path)} />}
      outcome={
        <>
          <h2 className="mb-3">{say.onAPhone}</h2>
          <PhoneView draft={settled} path={path} page={settledPage ?? page} />
        </>
      }
    />
  );
}

const findingsOf = (draft: Draft, path: Path): Draft['findings'] =>
  draft.findings.filter(
    (f) => f.about.id === path.id || f.about.id === path.offerId || pagesOf(path).includes(f.about.id),
  );
