import { useState } from 'react';
import { useMatch } from 'react-router';
import type { Draft } from '../data/draft';
import { useAppDispatch } from '../store';
import { buyerViewToggled } from '../store/frame';
import { PhoneView } from './PhoneView';

/** The draft as a new visitor would see it, with no order placed. It opens at the thing in hand. */
export function BuyerView({ draft }: { draft: Draft }) {
  const dispatch = useAppDispatch();
  const [width, setWidth] = useState<'phone' | 'wide'>('wide');
  const [stepIndex, setStepIndex] = useState(0);
  const stage = useMatch('/:stage/:id?');
  const { paths, pages, offers } = draft.content;
  const id = stage?.params.id;
  const path = paths.find((p) => p.id === id || p.offerId === id || offers.find((o) => o.id === p.offerId)?.productIds.includes(id ?? '')) ?? paths[0];
  const step = path?.steps[stepIndex];
  const page = pages.find((p) => p.id === step?.pageId);
  return (
    <main className="overflow-auto">
      <div className="sticky top-0 z-10 flex flex-wrap items-center justify-center gap-2 border-b border-line bg-paper-3 px-4 py-1.5">
        <p>You see the draft as a new visitor, on{' '}
        <select className="fill" aria-label="On which screen" value={width} onChange={(e) => setWidth(e.target.value as 'phone' | 'wide')}><option value="wide">a wide screen</option><option value="phone">a phone</option></select>, at{' '}
        <select className="fill" aria-label="Which step" value={stepIndex} onChange={(e) => setStepIndex(Number(e.target.value))}><option value={0}>the page</option><option value={1}>the checkout</option><option value={2}>the thank-you page</option></select>.
        {' '}Nothing is charged, sent or recorded.</p>
        <button className="btn btn-quiet btn-sm" autoFocus onClick={() => dispatch(buyerViewToggled(false))}>Back (Esc)</button>
      </div>
      <div className={width === 'phone' ? 'flex justify-center p-6' : 'px-6'}>
        {path && step && page ? <PhoneView draft={draft} path={path} page={page} wide={width === 'wide'} /> : <p className="p-10 text-center text-ink-2">There is no page yet. Make one in Sell.</p>}
      </div>
    </main>
  );
}
