import { useEffect, useRef } from 'react';
import type { Page } from '#core/pages';
import type { Path, Step } from '#core/paths';
import { PageBody } from '../../pages/PageBody';
import type { Draft } from '../data/draft';
import { useAppSelector } from '../store';
import { BuyersChoice } from '../price/outcome';
import { useDraftView } from './useDraftView';

/** The page as it is read on a phone, never edited there. */
export function PhoneView({ draft, path, step, page, wide = false }: { draft: Draft; path: Path; step: Step; page: Page; wide?: boolean }) {
  const view = useDraftView(draft, path, page, false);
  const frame = useRef<HTMLDivElement>(null);
  const inHand = useAppSelector((state) => state.frame.blockInHand);
  useEffect(() => {
    // Only the phone scrolls, never the pane around it.
    const block = frame.current?.querySelector<HTMLElement>(`[data-block="${inHand ?? ''}"]`);
    if (frame.current && block) frame.current.scrollTop = block.offsetTop - 24;
  }, [inHand]);
  const offer = draft.content.offers.find((o) => o.id === path.offerId);
  return (
    <div ref={frame} className={wide ? 'mx-auto max-w-[62rem]' : 'phone relative'} inert>
      <div className="page">
        <div className="page-column !pb-8">
          <PageBody page={page} view={view} around={(block, drawn) => <div data-block={block.id}>{drawn}</div>} />
          {step.kind === 'checkout' && offer && (
            <div className="space-y-3">
              <BuyersChoice offer={offer} locale={draft.content.shop.locale} />
              {['E-mail', 'Name', 'Card number'].map((label) => <div key={label}><b className="font-semibold">{label}</b><div className="h-11 rounded-[var(--radius)] border border-edge bg-field" /></div>)}
              <div className="btn btn-primary btn-page w-full">{view.offer?.prices[0] ? (view.offer.prices[0].amount === 'free' ? 'Get it now, nothing to pay' : `Pay ${view.offer.prices[0].amount} now`) : 'Pay'}</div>
            </div>
          )}
        </div>
      </div>
    </div>
  );
}
