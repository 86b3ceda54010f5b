import { pagesOf } from '#core/paths';
import { useLiveQuery } from 'dexie-react-hooks';
import { documentKey } from '#core/documents';
import { useLocation } from 'react-router';
import { stepsOf } from '../data/queries/edits';
import type { Step } from '../data/rows';
import { useAppSelector } from '../store';
import type { Draft } from '../data/draft';

/** The documents that the present sheet edits. */
export function keysInHand(pathname: string, { content }: Draft): string[] {
  const [, stage, id] = pathname.split('/');
  switch (stage) {
    case 'make': {
      const product = content.products.find((p) => p.id === id) ?? content.products[0];
      return product
        ? [
            documentKey('product', product.id),
            ...content.offers.filter((o) => o.productIds.includes(product.id)).map((o) => documentKey('offer', o.id)),
          ]
        : [];
    }
    case 'price': {
      if (id === 'coupons') return content.coupons.map((c) => documentKey('coupon', c.id));
      const offer = content.offers.find((o) => o.id === id) ?? content.offers[0];
      return offer ? [documentKey('offer', offer.id)] : [];
    }
    case 'sell': {
      const path = content.paths.find((p) => p.id === id);
      return path ? [documentKey('path', path.id), ...pagesOf(path).map((page) => documentKey('page', page))] : [];
    }
    case 'shop':
      return [documentKey('shop', 'shop')];
    default:
      return [];
  }
}

export interface StepsInHand {
  undo: { key: string; step: Step } | null;
  redo: { key: string; step: Step } | null;
}

/** The step that undo would take back now, and the one that redo would do again: the latest among what the sheet edits. */
export function useStepsInHand(draft: Draft): StepsInHand {
  const { pathname } = useLocation();
  const keys = keysInHand(pathname, draft);
  const rows = useLiveQuery(() => stepsOf(keys), [keys.join(' ')]);
  const unsaved = useAppSelector((state) => state.edits.steps);
  const latest = (which: 'done' | 'undone'): StepsInHand['undo'] => {
    const steps = (rows ?? []).flatMap((row) => {
      const step = row?.[which][row[which].length - 1];
      return row && step ? [{ key: row.key, step }] : [];
    });
    // What was done a moment ago is undone first, also before it is saved.
    if (which === 'done')
      for (const key of keys) for (const step of unsaved[key]?.slice(-1) ?? []) steps.push({ key, step });
    // What was done last is undone first; what was undone last (the earliest) is done again first.
    return steps.sort((a, b) => (which === 'done' ? b.step.at - a.step.at : a.step.at - b.step.at))[0] ?? null;
  };
  return { undo: latest('done'), redo: latest('undone') };
}
