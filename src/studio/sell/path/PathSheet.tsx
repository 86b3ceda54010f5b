import { useState } from 'react';
import { useNavigate } from 'react-router';
import { bestPlaceFor, checkoutOf, mainOffers, type Path, stepOf } from '#core/paths';
import type { StepId } from '#core/ids';
import type { PathFigures } from '../../../wire';
import { change, type Draft } from '../../data/draft';
import { TitleField } from '../../frame/TitleField';
import { draftsOfPath, removeDrafts } from '../../data/remove';
import { ChoiceFill, TextFill } from '../../price/Fill';
import { useCopyPath } from '../useMakePath';
import { Address } from '../Address';
import { PathState } from '../PathState';
import { insertBeside, insertStep, insertTurnedBack } from './editPath';
import { Bonuses } from './Bonuses';
import { Countdowns } from './Countdowns';
import { Entrances } from './Entrances';
import { pricesBeside } from './PriceChoice';
import { Stream } from './Stream';
import { WaysList } from './WaysList';
import { sellPathWords } from '#say/sell/path';
const say = sellPathWords.pathSheet;

interface Props {
  draft: Draft;
  path: Path;
  figures: PathFigures | null;
  inHand: StepId;
  onTake: (id: StepId) => void;
}

/** One path: its name and address, the stream of its steps, and what can be added to it. */
export function PathSheet({ draft, path, figures, inHand, onTake }: Props) {
  const [asList, setAsList] = useState(false);
  const copy = useCopyPath(draft);
  return (
    <>
      <PathHead draft={draft} path={path} />
      <p className="cap mt-1">
        {say.privateName}{' '}
        <TextFill
          label={say.privateNamePath}
          placeholder={say.sameAsItsTitle}
          most={200}
          value={path.note}
          onChange={(note) =>
            void change('path', path.id, (p) => {
              p.note = note;
            })
          }
        />
        {say.whichOnlyYouSee}{' '}
        <button className="opt" onClick={() => copy(path)}>
          {say.copyPath}
        </button>
      </p>
      <div className="mt-4 flex flex-wrap items-baseline justify-between gap-x-4 gap-y-1">
        {path.front ? <FrontOf draft={draft} path={path} /> : <AddStep draft={draft} path={path} onTake={onTake} />}
        <button className="opt stream-switch" aria-pressed={asList} onClick={() => setAsList(!asList)}>
          {asList ? say.showAsDiagram : say.showAsList}
        </button>
      </div>
      <div className={asList ? 'hidden' : 'stream-wide'}>
        <Stream draft={draft} path={path} figures={figures} inHand={inHand} onTake={onTake} />
      </div>
      <div className={asList ? '' : 'stream-narrow'}>
        <WaysList draft={draft} path={path} figures={figures} inHand={inHand} onTake={onTake} />
      </div>
      {!path.front && (
        <>
          <Entrances draft={draft} path={path} figures={figures} />
          <Countdowns draft={draft} path={path} />
          <Bonuses draft={draft} path={path} />
        </>
      )}
    </>
  );
}

/** What the shop's own address shows: everything that is sold, or this. */
function FrontOf({ draft, path }: Pick<Props, 'draft' | 'path'>) {
  const { shop } = draft.content;
  return (
    <p>
      {say.yourShopSFront}{' '}
      <ChoiceFill
        label={say.whatYourShopS}
        value={shop.frontPathId === path.id ? 'this' : 'all'}
        choices={[
          ['all', say.everythingSale],
          ['this', say.thisPath],
        ]}
        onChange={(which) =>
          void change('shop', 'shop', (s) => {
            if (which === 'this') s.frontPathId = path.id;
            else delete s.frontPathId;
          })
        }
      />
      .
    </p>
  );
}

/** How a path is called, where it is met, and how it stands. */
export function PathHead({ draft, path }: Pick<Props, 'draft' | 'path'>) {
  const navigate = useNavigate();
  return (
    <>
      <TitleField
        label={say.titlePath}
        value={path.title}
        onChange={(title) =>
          void change('path', path.id, (p) => {
            p.title = title;
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
  // One page for whoever turns back is enough.
  const aside = path.joins.some((j) => j.by === 'turned-back') ? undefined : checkoutOf(path);
  const main = draft.content.offers.find((o) => o.id === path.offerId);
  const others = draft.content.offers
    .filter((o) => !o.putAway && o.currency === main?.currency && !mainOffers(path).includes(o.id))
    .map((o) => [o.id, o.title || say.untitled] as const);
  return (
    <p>
      {say.add}{' '}
      {start?.kind === 'checkout' && (
        <>
          <button className="opt" onClick={() => onTake(insertStep(draft, path, 'page', null))}>
            {say.pageBefore}
          </button>
          {' · '}
        </>
      )}
      {offer && (
        <button className="opt" onClick={() => onTake(insertStep(draft, path, 'offer', offer, named))}>
          {say.offerAfterPayment}
        </button>
      )}
      {softer && (
        <>
          {' · '}
          <button className="opt" onClick={() => onTake(insertStep(draft, path, 'offer', softer, named))}>
            {say.anotherOfferAfterNo}
          </button>
        </>
      )}
      {aside && (
        <>
          {' · '}
          <button className="opt" onClick={() => onTake(insertTurnedBack(draft, path, aside.id))}>
            {say.lowerOfferPeopleWho}
          </button>
        </>
      )}
      {others.length > 0 && start?.kind === 'page' && (
        <>
          {' · '}
          <ChoiceFill
            label={say.secondOfferNext}
            value=""
            choices={[['', say.secondOfferNext2], ...others]}
            onChange={(id) => onTake(insertBeside(draft, path, id))}
          />
        </>
      )}
      {offer && (
        <>
          {' · '}
          <button className="opt" onClick={() => onTake(insertStep(draft, path, 'page', bestPlaceFor(path, 'page')))}>
            {say.pageAfterPayment}
          </button>
        </>
      )}
    </p>
  );
}
