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
import { todayWords } from '#say/today';
const say = todayWords.useNeedsYou;

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
        heading: say.mustFix,
        text: f.text,
        to: kind.route(f.about.id, content),
        action: say.fix,
      };
    });
  const disputes = disputed.map((d): Need => ({
    key: `dispute-${d.id}`,
    level: 'act',
    stage: 'Deliver',
    heading: say.bankDisputes(d.who, formatAmount(d.amount, d.currency, locale)),
    text: say.disputed(
      d.title,
      formatDay(d.bought, zone, locale),
      d.answerBy === null ? null : formatDay(d.answerBy, zone, locale),
    ),
    to: d.to,
    action: say.seeOrder,
  }));
  const away = about?.away
    ? [
        {
          key: 'away',
          level: 'act' as const,
          stage: null,
          heading: about.away.leapt
            ? say.clockJumped(formatDay(about.away.from, zone, locale), formatDay(about.away.to, zone, locale))
            : say.shopWasOfflineSince(formatDay(about.away.from, zone, locale)),
          text: awayInWords(about.away),
          to: '/',
          action: about.away.leapt ? say.timeRightResume : say.resumeNow,
          act: 'confirm-away' as const,
        },
      ]
    : [];
  const late = (about?.attention ?? []).map((a): Need => ({
    key: a.id,
    level: 'act',
    stage: 'Deliver',
    heading: say.conflictingAnswersAboutOne,
    text: a.text,
    to: '/deliver',
    action: say.seeOrders,
  }));
  const troubles = (about?.troubles ?? []).map((sentence, i): Need => ({
    key: `trouble-${i}`,
    level: 'act',
    stage: null,
    heading: say.taskFailed,
    text: sentence,
    to: '/shop',
    action: say.seeShop,
  }));
  const unusual = (about?.unusual ?? []).map((u): Need => ({
    key: `unusual-${u.personId}-${u.sentence}`,
    level: 'act',
    stage: 'Deliver',
    heading: say.sharedAccess,
    text: u.sentence,
    to: `/deliver/people/${u.personId}`,
    action: say.check,
  }));
  const tasks = tasksOf(about, (at) => formatDay(at, zone, locale));
  const history = (about?.problems ?? []).map((p, i): Need => ({
    key: `history-${i}`,
    level: 'act',
    stage: null,
    heading: say.shopSHistory,
    text: p.sentence,
    to: '/shop',
    action: say.copies,
  }));
  const still = about?.standsStill
    ? [
        {
          key: 'stands-still',
          level: 'stops' as const,
          stage: null,
          heading: say.shopPaused,
          text: say.filesItsFolderDon,
          to: '/',
          action: say.resumeAs,
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
      action: say.dismiss,
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
    heading: say.toDoOrToSend(task.for, task.units > 1 ? `${task.units} × ` : '', task.title),
    text: say.bought(task.name, day(task.since), task.late, task.for, task.lines.length),
    to: tasksLink(task.passId),
    action: task.for === 'work' ? say.doIt : say.sendIt,
  }));
  const rest = count - first.length;
  return rest > 0
    ? [
        ...rows,
        {
          key: 'tasks',
          level: 'act',
          stage: 'Deliver',
          heading: say.moreDoSend(rest),
          text: say.theyListDeliverOldest,
          to: tasksLink(),
          action: say.seeAll,
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
      say.addWhatBuyerGets,
      say.fileLinkOneElsewhere,
      `/make/${product?.id ?? ''}`,
      say.addIt,
    ],
    [
      content.offers.every((o) => o.prices.length === 0),
      say.setPrice,
      say.oneSentenceCanAlso,
      `/price/${content.offers[0]?.id ?? ''}`,
      say.setIt,
    ],
    [content.paths.length === 0, say.makePage, say.itsCheckoutThankYou, '/sell', say.makeIt],
    [shop.name === DEFAULT_SHOP.name, say.nameYourShop, say.buyersSeeNameEvery, '/shop', say.nameIt],
    [
      shop.senderAddress === DEFAULT_SHOP.senderAddress,
      say.enterYourContactAddress,
      say.receiptsSentFromAddress,
      '/shop',
      say.enterIt,
    ],
    [true, say.publish, say.whenEverythingReadyUntil, '/sell', say.lookAtIt],
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
  const why = leapt ? say.shopWasStoppedMachine : '';
  if (agreements === 0) return say.noPaymentWasDue(why);
  const due = agreements === 1 ? say.paymentWasDuePayment : say.paymentsWereDuePayment(agreements);
  return say.nothingChargedUntilYou(why, due);
}
