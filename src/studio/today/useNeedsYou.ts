import { useLiveQuery } from 'dexie-react-hooks';
import { formatDay } from '#core/calendar';
import { formatAmount } from '#core/money';
import { db } from '../data/db';
import type { Draft } from '../data/draft';
import type { About } from '../data/ownerApi';

export interface Need {
  key: string;
  level: 'stops' | 'act';
  /** The stage whose number this adds to; null is shown on Today alone. */
  stage: 'Make' | 'Price' | 'Sell' | 'Deliver' | null;
  heading: string;
  text: string;
  to: string;
  action: string;
}

const STAGE_OF = { product: 'Make', offer: 'Price', path: 'Sell', page: 'Sell', shop: null } as const;

/** Everything that waits for a person. The stages' numbers are counted from this one list, so they add up to it. */
export function useNeedsYou(draft: Draft, about: About | undefined): Need[] {
  const disputed = useLiveQuery(() => db.orders.where('status').equals('disputed').toArray(), []) ?? [];
  const { content, live } = draft;
  const { zone, locale } = content.shop;
  const stops = draft.findings.filter((f) => f.level === 'stops').map((f, i): Need => {
    const path = f.about.kind === 'page' ? content.paths.find((p) => p.steps.some((s) => s.pageId === f.about.id)) : undefined;
    const to = { product: `/make/${f.about.id}`, offer: `/price/${f.about.id}`, path: `/sell/${f.about.id}`, page: `/sell/${path?.id ?? ''}`, shop: '/shop' }[f.about.kind];
    return { key: `stop-${f.about.id}-${i}`, level: 'stops', stage: STAGE_OF[f.about.kind], heading: 'Stops publishing', text: f.text, to, action: 'Mend it' };
  });
  const disputes = disputed.map((o): Need => ({
    key: `dispute-${o.id}`, level: 'act', stage: 'Deliver', heading: `A bank disputes ${formatAmount(o.paid, o.currency, locale)}`, text: `${o.title}, bought ${formatDay(o.at, zone, locale)}. Access is on hold.${o.answerBy === null ? '' : ` Decided by ${formatDay(o.answerBy, zone, locale)}.`}`, to: `/deliver/disputed/${o.id}`, action: 'Read it',
  }));
  const late = (about?.attention ?? []).map((a): Need => ({ key: a.id, level: 'act', stage: 'Deliver', heading: 'Two answers about one payment', text: a.text, to: '/deliver', action: 'See the orders' }));
  const history = (about?.problems ?? []).map((p, i): Need => ({ key: `history-${i}`, level: 'act', stage: null, heading: 'The shop’s history', text: p.sentence, to: '/shop', action: 'Copies' }));
  const first: Need[] = live === null && content.products.length > 0 ? [{ key: 'first', level: 'act', stage: null, heading: 'Before your first sale', text: content.paths.length === 0 ? 'There is no page yet that a buyer could open.' : 'Nothing is live yet. When nothing is missing, publish.', to: '/sell', action: content.paths.length === 0 ? 'Make the page' : 'Look at it' }] : [];
  return [...disputes, ...late, ...history, ...stops, ...first];
}
