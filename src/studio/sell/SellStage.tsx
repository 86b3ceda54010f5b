import { useDeferredValue } from 'react';
import { useNavigate, useParams } from 'react-router';
import { addressFrom, addressProblem, type Path, sellWithPage } from '#core/paths';
import type { OfferId } from '#core/ids';
import { change, type Draft } from '../data/draft';
import { useAboutQuery } from '../data/ownerApi';
import { draftsOfPath, removeDrafts } from '../data/remove';
import { Missing } from '../frame/Missing';
import { Panes } from '../frame/Panes';
import { Outline } from './Outline';
import { PageSheet } from './PageSheet';
import { PathsIndex } from './PathsIndex';
import { PathsSheet } from './PathsSheet';
import { PhoneView } from './PhoneView';
import { PathState } from './PathState';
import { useMakePath } from './useMakePath';

/** Sell: the paths buyers walk, and their pages, edited where they stand. */
export default function SellStage({ draft }: { draft: Draft }) {
  const { id, step: stepId } = useParams();
  const navigate = useNavigate();
  const { paths, pages } = draft.content;
  const path = paths.find((p) => p.id === id);
  const step = path?.steps.find((s) => s.id === stepId) ?? path?.steps[0];
  const page = pages.find((p) => p.id === step?.pageId);
  // What is typed stands at once in the sheet; the phone beside it follows when there is time.
  const settled = useDeferredValue(page);
  const offers = draft.content.offers.filter((o) => !o.putAway);
  const unsold = offers.filter((o) => !paths.some((p) => p.offerId === o.id));

  const begin = useMakePath(draft);
  const make = (offerId: OfferId): void => begin(sellWithPage, { offerId });

  if (!path || !step || !page) {
    return (
      <Panes
        draft={draft}
        index={<PathsIndex draft={draft} unsold={unsold} onMake={make} />}
        indexName="Paths"
        sheet={<PathsSheet draft={draft} unsold={unsold} onMake={make} />}
        outcome={
          <p className="text-ink-2">
            Choose a path to edit its pages; what a buyer meets on a phone stands here beside it.
          </p>
        }
      />
    );
  }
  return (
    <Panes
      draft={draft}
      index={<Outline path={path} step={step} page={page} />}
      indexName="This page"
      inHand={path.title || 'Without a title'}
      sheet={
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
          <PageSheet key={page.id} draft={draft} path={path} step={step} page={page} />
        </>
      }
      pinned={
        <Missing
          findings={draft.findings.filter(
            (f) =>
              f.about.id === path.id || f.about.id === path.offerId || path.steps.some((s) => s.pageId === f.about.id),
          )}
        />
      }
      outcome={
        <>
          <h2 className="mb-3">On a phone</h2>
          <PhoneView draft={draft} path={path} page={settled ?? page} />
        </>
      }
    />
  );
}

/** The address, which may change: the old one, once live, goes on leading here. */
function Address({ draft, path }: { draft: Draft; path: Path }) {
  const { data: about } = useAboutQuery();
  const live = draft.live?.content.paths.find((p) => p.id === path.id);
  const problem =
    addressProblem(path.address) ??
    (draft.content.paths.some((p) => p.id !== path.id && p.address === path.address)
      ? 'Another path has this address.'
      : null);
  function readdress(text: string): void {
    const address = text.toLowerCase().replace(/\s+/g, '-').slice(0, 80);
    void change('path', path.id, (p) => {
      p.address = address;
      const former = new Set(live ? [...live.formerAddresses, live.address] : p.formerAddresses);
      former.delete(address);
      p.formerAddresses = [...former];
    });
  }
  return (
    <div className="mt-1 text-ink-2">
      {about?.publicAddress}/
      <input
        className="fill"
        aria-label="Address"
        value={path.address}
        aria-invalid={problem !== null}
        onChange={(e) => readdress(e.target.value)}
        onBlur={() => {
          if (addressProblem(path.address) && addressFrom(path.address) !== '') readdress(addressFrom(path.address));
        }}
      />
      {live && live.address === path.address && (
        <a className="opt ml-3" href={`${about?.publicAddress ?? ''}/${path.address}`} target="_blank" rel="noopener">
          Open the live page
        </a>
      )}
      {problem && <p className="wrong">{problem}</p>}
      {path.formerAddresses.length > 0 && (
        <p className="cap">
          {path.formerAddresses.map((a) => `/${a}`).join(', ')} {path.formerAddresses.length === 1 ? 'goes' : 'go'} on
          leading here.
        </p>
      )}
    </div>
  );
}
