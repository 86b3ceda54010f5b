import { useLiveQuery } from 'dexie-react-hooks';
import { documentKindOf, type Stage } from '#core/documents';
import { productKindOf } from '#core/catalogue';
import { formatDay, type Instant } from '#core/calendar';
import { DEFAULT_SHOP } from '#core/catalogue';
import { isBoughtDisputed } from '#core/mirror';
import { formatAmount } from '#core/money';
import { sumsOf } from '#core/payments';
import { disputedAgreements } from '../data/queries/agreements';
import { disputedOrders } from '../data/queries/orders';
import { nameOf, peopleOf } from '../data/queries/people';
import { agreementsLink, tasksLink } from '../deliver/links';
import { ordersLink } from '../data/queries/orderQuery';
import type { Draft } from '../data/draft';
import type { About } from '../data/ownerApi';
import { useAppSelector } from '../store';

export interface Need {
  key: string;
  /** Only the first two are counted in the stages' numbers. */
  level: 'stops' | 'act' | 'first';
  /** The stage whose number this adds to; null is shown on Today alone. */
  stage: Stage | null;
  heading: string;
  text: string;
  to: string;
  action: string;
  /** A job that failed; its row goes when it is dismissed. */
  jobId?: string;
  /** Done by the row's own button. */
  act?: 'confirm-away' | 'go-on';
}

/** Everything that waits for a person. The stages' numbers are counted from this one list, so they add up to it. */
export function useNeedsYou(draft: Draft, about: About | undefined): Need[] {
  const disputed = useLiveQuery(readDisputes, []) ?? [];
  const jobs = useAppSelector((state) => state.jobs);
  const { content } = draft;
  const { zone, locale } = content.shop;
  const stops = draft.findings
    .filter((f) => f.level === 'stops')
    .map((f, i): Need => {
      const kind = documentKindOf(f.about.kind);
      return {
        key: `stop-${f.about.id}-${i}`,
        level: 'stops',
        stage: kind.stage,
        heading: 'Stops publishing',
        text: f.text,
        to: kind.route(f.about.id, content),
        action: 'Mend it',
      };
    });
  const disputes = disputed.map((d): Need => ({
    key: `dispute-${d.id}`,
    level: 'act',
    stage: 'Deliver',
    heading: `${d.who}: the bank disputes ${formatAmount(d.amount, d.currency, locale)}`,
    text: `${d.title}, bought ${formatDay(d.bought, zone, locale)}. Access is on hold.${d.answerBy === null ? '' : ` Decided by ${formatDay(d.answerBy, zone, locale)}.`}`,
    to: d.to,
    action: 'Read it',
  }));
  const away = about?.away
    ? [
        {
          key: 'away',
          level: 'act' as const,
          stage: null,
          heading: about.away.leapt
            ? `The clock jumped from ${formatDay(about.away.from, zone, locale)} to ${formatDay(about.away.to, zone, locale)}`
            : `The shop was away since ${formatDay(about.away.from, zone, locale)}`,
          text: awayInWords(about.away),
          to: '/',
          action: about.away.leapt ? 'The time is right, go on' : 'Go on now',
          act: 'confirm-away' as const,
        },
      ]
    : [];
  const late = (about?.attention ?? []).map((a): Need => ({
    key: a.id,
    level: 'act',
    stage: 'Deliver',
    heading: 'Two answers about one payment',
    text: a.text,
    to: '/deliver',
    action: 'See the orders',
  }));
  const troubles = (about?.troubles ?? []).map((sentence, i): Need => ({
    key: `trouble-${i}`,
    level: 'act',
    stage: null,
    heading: 'Something could not be done',
    text: sentence,
    to: '/shop',
    action: 'See the shop',
  }));
  const unusual = (about?.unusual ?? []).map((u): Need => ({
    key: `unusual-${u.personId}-${u.sentence}`,
    level: 'act',
    stage: 'Deliver',
    heading: 'Used by more than one?',
    text: u.sentence,
    to: `/deliver/people/${u.personId}`,
    action: 'See and answer',
  }));
  const tasks = tasksOf(about, (at) => formatDay(at, zone, locale));
  const history = (about?.problems ?? []).map((p, i): Need => ({
    key: `history-${i}`,
    level: 'act',
    stage: null,
    heading: 'The shop’s history',
    text: p.sentence,
    to: '/shop',
    action: 'Copies',
  }));
  const still = about?.standsStill
    ? [
        {
          key: 'stands-still',
          level: 'stops' as const,
          stage: null,
          heading: 'The shop stands still',
          text: 'What lies in its folder does not agree, as is said below. Put back a copy and start again: that is best. If you go on as it is, order numbers may be given twice and what was sold after is not known.',
          to: '/',
          action: 'Go on as it is',
          act: 'go-on' as const,
        },
      ]
    : [];
  const failed = jobs
    .filter((j) => j.state === 'failed')
    .map((j): Need => ({
      key: j.id,
      level: 'act',
      stage: null,
      heading: j.title,
      text: j.sentence ?? '',
      to: '/',
      action: 'Dismiss',
      jobId: j.id,
    }));
  return [
    ...still,
    ...away,
    ...disputes,
    ...late,
    ...troubles,
    ...unusual,
    ...tasks,
    ...history,
    ...failed,
    ...stops,
    ...beforeFirstSale(draft),
  ];
}

/** What has to be done or sent: the oldest one by one, the rest together. */
function tasksOf(about: About | undefined, day: (at: Instant) => string): Need[] {
  const { count = 0, first = [] } = about?.tasks ?? {};
  const rows = first.map((task): Need => ({
    key: `task-${task.passId}`,
    level: 'act',
    stage: 'Deliver',
    heading: `${task.for === 'work' ? 'To do' : 'To send'}: ${task.units > 1 ? `${task.units} × ` : ''}${task.title}`,
    text: `${task.name}, bought ${day(task.since)}${task.late ? '. It is late' : ''}.${task.for === 'sending' && task.lines.length === 0 ? ' It is not known yet where to.' : ''}`,
    to: tasksLink(task.passId),
    action: task.for === 'work' ? 'Do it' : 'Send it',
  }));
  const rest = count - first.length;
  return rest > 0
    ? [
        ...rows,
        {
          key: 'tasks',
          level: 'act',
          stage: 'Deliver',
          heading: `${rest} more to do or to send`,
          text: 'They stand in a list in Deliver, the oldest first.',
          to: tasksLink(),
          action: 'See them all',
        },
      ]
    : rows;
}

/** Payments that a bank disputes: those on the day of buying, and later ones. */
async function readDisputes(): Promise<
  {
    id: string;
    who: string;
    amount: number;
    currency: string;
    title: string;
    bought: Instant;
    answerBy: Instant | null;
    to: string;
  }[]
> {
  const [orders, agreements] = await Promise.all([disputedOrders(), disputedAgreements()]);
  const all = [
    ...orders.filter(isBoughtDisputed).map((o) => ({
      id: o.id,
      personId: o.personId,
      amount: sumsOf(o.payments.filter((p) => p.openDisputes.length > 0)).paid,
      currency: o.currency,
      title: o.title,
      bought: o.at,
      answerBy: o.answerBy,
      to: ordersLink({ group: 'disputed' }, o.id),
    })),
    ...agreements.flatMap(({ agreement: a, disputes }) =>
      disputes.map((d) => ({
        id: d.disputeId,
        personId: a.personId,
        amount: d.amount,
        currency: a.currency,
        title: a.title,
        bought: a.start,
        answerBy: d.answerBy,
        to: agreementsLink('', a.id),
      })),
    ),
  ];
  const people = await peopleOf(all.map((d) => d.personId));
  return all.map((d, i) => ({ ...d, who: nameOf(people[i]) }));
}

/** At most six lines, each leaving when it is done. */
function beforeFirstSale({ content, live }: Draft): Need[] {
  if (live !== null || content.products.length === 0) return [];
  const { shop } = content;
  const product = content.products[0];
  const lines: [boolean, string, string, string, string][] = [
    [
      content.products.every((p) => !productKindOf(p).holds(p)),
      'Add what the buyer gets',
      'A file, or a link held elsewhere.',
      `/make/${product?.id ?? ''}`,
      'Add it',
    ],
    [
      content.offers.every((o) => o.prices.length === 0),
      'Set a price',
      'In one sentence; free is a price, too.',
      `/price/${content.offers[0]?.id ?? ''}`,
      'Set it',
    ],
    [
      content.paths.length === 0,
      'Make the page',
      'With its checkout and thank-you page, filled from what is known.',
      '/sell',
      'Make it',
    ],
    [
      shop.name === DEFAULT_SHOP.name,
      'Say what your shop is called',
      'Buyers read it on every page and in every message.',
      '/shop',
      'Name it',
    ],
    [
      shop.senderAddress === DEFAULT_SHOP.senderAddress,
      'Say where buyers can write to',
      'Receipts come from this address, and answers go to it.',
      '/shop',
      'Write it',
    ],
    [true, 'Publish', 'When nothing is missing; until then nobody sees anything.', '/sell', 'Look at it'],
  ];
  return lines
    .filter(([open]) => open)
    .map(([, heading, text, to, action], i): Need => ({
      key: `first-${i}`,
      level: 'first',
      stage: null,
      heading,
      text,
      to,
      action,
    }));
}

/** What an absence comes to, and what the owner's word does. */
function awayInWords({ agreements, leapt }: { agreements: number; leapt: boolean }): string {
  const why = leapt
    ? 'The shop was stopped, the machine slept, or its clock is wrong. Nothing is sold until you confirm that the time shown now is right. '
    : '';
  if (agreements === 0) return `${why}No payment was due meanwhile.`;
  const due =
    agreements === 1
      ? 'A payment was due for 1 payment plan or subscription. '
      : `Payments were due for ${agreements} payment plans and subscriptions. `;
  return `${why}${due}Nothing is charged until you confirm; then each continues as if it had been paused, and nobody pays for the time in between.`;
}
