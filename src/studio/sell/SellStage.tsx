import { Link, useNavigate, useParams } from 'react-router';
import { addressFrom, addressProblem, makePath, type Path, type Step } from '#core/paths';
import { add, change, type Draft } from '../data/draft';
import { newId } from '../data/ids';
import { draftsOfPath, removeDrafts } from '../data/remove';
import { useAboutQuery } from '../data/ownerApi';
import { Missing } from '../frame/Missing';
import { Panes } from '../frame/Panes';
import { amounts } from '../price/PriceStage';
import { PageSheet } from './PageSheet';
import { PhoneView } from './PhoneView';

const STEP_NAMES: Record<Step['kind'], string> = { page: 'Page', checkout: 'Checkout', thanks: 'Thank you' };

/** Sell: the paths buyers walk, and their pages, edited where they stand. */
export function SellStage({ draft }: { draft: Draft }) {
  const { id, step: stepId } = useParams();
  const navigate = useNavigate();
  const { paths, offers, pages, products, shop } = draft.content;
  const path = paths.find((p) => p.id === id) ?? paths[0];
  const step = path?.steps.find((s) => s.id === stepId) ?? path?.steps[0];
  const page = pages.find((p) => p.id === step?.pageId);
  const unsold = offers.filter((o) => !paths.some((p) => p.offerId === o.id));

  function make(offerId: string): void {
    const offer = offers.find((o) => o.id === offerId);
    if (!offer) return;
    const taken = new Set(paths.flatMap((p) => [p.address, ...p.formerAddresses]));
    const made = makePath(offer, offer.productIds.flatMap((pid) => products.filter((p) => p.id === pid)), taken, newId);
    for (const p of made.pages) add('page', p.id, p);
    add('path', made.path.id, made.path);
    void navigate(`/sell/${made.path.id}`);
  }

  const index = (
    <>
      {unsold.length > 0 && <div className="group">Make a page for</div>}
      {unsold.map((o) => <button key={o.id} className="row" data-new onClick={() => make(o.id)}><b dir="auto">{o.title || 'Without a title'}</b><span>page, checkout, thank you</span></button>)}
      {paths.length > 0 && <div className="group">Paths</div>}
      {paths.map((p) => {
        const offer = offers.find((o) => o.id === p.offerId);
        return <Link key={p.id} className="row" to={`/sell/${p.id}`} aria-current={p.id === path?.id ? 'true' : undefined}><b dir="auto">{p.title || 'Without a title'}</b><span>/{p.address} · {offer ? amounts(offer, shop.locale) : ''}</span></Link>;
      })}
    </>
  );
  if (!path || !step || !page) {
    const first = unsold[0];
    return <Panes draft={draft} index={index} indexName="Paths" outcome={null} sheet={<><h1>Sell</h1><p className="lead mt-3">{first ? 'A path is a page that explains it, a checkout that takes the money, and a thank-you page that opens it.' : 'Make a product first; then its page, checkout and thank-you page are made here.'}</p>{first ? <button className="btn btn-primary mt-4" onClick={() => make(first.id)}>Make the page for “{first.title || 'Without a title'}”</button> : <Link className="btn btn-primary mt-4" to="/make">Make a product</Link>}</>} />;
  }
  return (
    <Panes
      draft={draft}
      index={index}
      indexName="Paths"
      sheet={
        <>
          <input className="bare title-field" aria-label="Title of the path" dir="auto" value={path.title} onChange={(e) => void change('path', path.id, (p) => { p.title = e.target.value.slice(0, 200); })} />
          <Address draft={draft} path={path} />
          <nav className="mt-4 flex flex-wrap items-stretch gap-0 border-b-2 border-ink" aria-label="Steps">
            {path.steps.map((s, i) => (
              <Link key={s.id} to={`/sell/${path.id}/${s.id}`} aria-current={s.id === step.id ? 'step' : undefined} className={`px-4 py-2 no-underline ${s.id === step.id ? 'bg-ink font-semibold text-paper' : 'text-ink-2'}`}>{i + 1}. {STEP_NAMES[s.kind]}</Link>
            ))}
          </nav>
          {!(draft.live?.content.paths.some((p) => p.id === path.id) ?? false) && <p className="mt-2"><button className="opt" onClick={() => void removeDrafts(draftsOfPath(path), path.title).then(() => navigate('/sell'))}>Remove this draft</button></p>}
          <PageSheet draft={draft} path={path} step={step} page={page} />
        </>
      }
      outcome={
        <>
          <Missing findings={draft.findings.filter((f) => f.about.id === path.id || f.about.id === path.offerId || path.steps.some((s) => s.pageId === f.about.id))} />
          <div className="sec mt-3"><h2 className="mb-3">On a phone</h2><PhoneView draft={draft} path={path} step={step} page={page} /></div>
        </>
      }
    />
  );
}

/** The address, which may change: the old one, once live, goes on leading here. */
function Address({ draft, path }: { draft: Draft; path: Path }) {
  const { data: about } = useAboutQuery();
  const live = draft.live?.content.paths.find((p) => p.id === path.id);
  const problem = addressProblem(path.address) ?? (draft.content.paths.some((p) => p.id !== path.id && p.address === path.address) ? 'Another path has this address.' : null);
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
      {about?.publicAddress}/<input className="fill" aria-label="Address" value={path.address} aria-invalid={problem !== null} onChange={(e) => readdress(e.target.value)} onBlur={() => { if (addressProblem(path.address) && addressFrom(path.address) !== '') readdress(addressFrom(path.address)); }} />
      {live && live.address === path.address && <a className="opt ml-3" href={`${about?.publicAddress ?? ''}/${path.address}`} target="_blank" rel="noopener">Open the live page</a>}
      {problem && <p className="wrong">{problem}</p>}
      {path.formerAddresses.length > 0 && <p className="cap">{path.formerAddresses.map((a) => `/${a}`).join(', ')} {path.formerAddresses.length === 1 ? 'goes' : 'go'} on leading here.</p>}
    </div>
  );
}
