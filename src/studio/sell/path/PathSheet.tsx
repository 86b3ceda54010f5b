import { useState } from 'react';
import { useNavigate } from 'react-router';
import { bestPlaceFor, type Path, stepOf } from '#core/paths';
import type { StepId } from '#core/ids';
import { change, type Draft } from '../../data/draft';
import { draftsOfPath, removeDrafts } from '../../data/remove';
import { TextFill } from '../../price/Fill';
import { useCopyPath } from '../useMakePath';
import { Address } from '../Address';
import { PathState } from '../PathState';
import { insertStep } from './editPath';
import { pricesBeside } from './PriceChoice';
import { Stream } from './Stream';
import { WaysList } from './WaysList';

interface Props {
  draft: Draft;
  path: Path;
  inHand: StepId;
  onTake: (id: StepId) => void;
}

/** One path: its name and address, the stream of its steps, and what can be added to it. */
export function PathSheet({ draft, path, inHand, onTake }: Props) {
  const [asList, setAsList] = useState(false);
  const copy = useCopyPath(draft);
  return (
    <>
      <PathHead draft={draft} path={path} />
      <p className="cap mt-1">
        You call it{' '}
        <TextFill
          label="Your own note on this path"
          placeholder="by its title"
          most={200}
          value={path.note}
          onChange={(note) =>
            void change('path', path.id, (p) => {
              p.note = note;
            })
          }
        />
        , which buyers never see.{' '}
        <button className="opt" onClick={() => copy(path)}>
          Copy this path
        </button>
      </p>
      <div className="mt-4 flex flex-wrap items-baseline justify-between gap-x-4 gap-y-1">
        <AddStep draft={draft} path={path} onTake={onTake} />
        <button className="opt stream-switch" aria-pressed={asList} onClick={() => setAsList(!asList)}>
          {asList ? 'Show as a drawing' : 'Show as list'}
        </button>
      </div>
      <div className={asList ? 'hidden' : 'stream-wide'}>
        <Stream draft={draft} path={path} inHand={inHand} onTake={onTake} />
      </div>
      <div className={asList ? '' : 'stream-narrow'}>
        <WaysList draft={draft} path={path} inHand={inHand} onTake={onTake} />
      </div>
    </>
  );
}

/** How a path is called, where it is met, and how it stands. */
export function PathHead({ draft, path }: Pick<Props, 'draft' | 'path'>) {
  const navigate = useNavigate();
  return (
    <>
      <input
        className="bare title-field"
        aria-label="Title of the path"
        dir="auto"
        value={path.title}
        onChange={(e) =>
          void change('path', path.id, (p) => {
            p.title = e.target.value.slice(0, 200);
          })
        }
      />
      <Address draft={draft} path={path} />
      <PathState
        draft={draft}
        path={path}
        onRemove={() => void removeDrafts(draftsOfPath(path), path.title).then(() => navigate('/sell'))}
      />
    </>
  );
}

/** What can be put into a path, each where it sells best; where it stands can be changed in the step's own words. */
function AddStep({ draft, path, onTake }: Pick<Props, 'draft' | 'path' | 'onTake'>) {
  const offered = new Set(path.steps.map((s) => s.offer?.offerId));
  const next = pricesBeside(draft, path.offerId).find((p) => !offered.has(p.offerId)) ?? null;
  const named = next && { offerId: next.offerId, priceId: next.priceId };
  const start = stepOf(path, path.start);
  const offer = bestPlaceFor(path, 'offer');
  const softer = bestPlaceFor(path, 'softer');
  return (
    <p>
      Add:{' '}
      {start?.kind === 'checkout' && (
        <>
          <button className="opt" onClick={() => onTake(insertStep(draft, path, 'page', null))}>
            a page in front
          </button>
          {' · '}
        </>
      )}
      {offer && (
        <button className="opt" onClick={() => onTake(insertStep(draft, path, 'offer', offer, named))}>
          an offer after payment
        </button>
      )}
      {softer && (
        <>
          {' · '}
          <button className="opt" onClick={() => onTake(insertStep(draft, path, 'offer', softer, named))}>
            something softer for those who decline
          </button>
        </>
      )}
      {offer && (
        <>
          {' · '}
          <button className="opt" onClick={() => onTake(insertStep(draft, path, 'page', bestPlaceFor(path, 'page')))}>
            a page after payment
          </button>
        </>
      )}
    </p>
  );
}
