import { type Agreement, chargeFor, isRunning, lastPaid, pauseEnds } from '#core/agreements';
import { addDays, dateIn, formatDay, type Instant } from '#core/calendar';
import { countryName } from '#core/catalogue';
import { type KeelLayout, layoutKeelLine, NO_PAST, storyOfAgreement } from '#core/drawing';
import { agreementState, paperName, restInWords } from '#core/messages';
import { formatAmount, sum } from '#core/money';
import { type CounterContext, liveRelease, shopOf } from '../context';
import { productTitle } from '../public/orderView';

export interface MemberAgreement {
  id: string;
  title: string;
  what: 'payment plan' | 'subscription';
  /** Where it stands, in sentences. */
  state: string;
  /** What is still to be paid and when. */
  rest: string;
  alarm: boolean;
  layout: KeelLayout | null;
  card: string | null;
  payments: { day: string; what: string; amount: string; paper: { name: string; href: string } | null }[];
  /** What can be done, each in the words of its button, and what it leads to. */
  acts: { act: 'stop' | 'keep' | 'pause' | 'return' | 'rest' | 'retry'; label: string; leadsTo: string }[];
  /** For a plan: the shop’s address, for what a member cannot do alone. */
  writeTo: string | null;
  /** Where the member is for the tax; null where tax does not depend on it, or nothing more is paid. */
  place: { country: string; name: string; vatNumber: string } | null;
  /** Where an ended subscription is bought again, at today's terms. */
  againAt: string | null;
  /** The first and last day a pause can end. */
  pauseDays: { from: string; until: string } | null;
}

const DRAWING_WIDTH = 320;
/** A buyer pauses for a year at most; the seller can do more. */
const LONGEST_PAUSE_DAYS = 366;

/** A member's payment plans and subscriptions, those that run first. */
export function agreementsOf(context: CounterContext, personId: string): MemberAgreement[] {
  const { state } = context.runner;
  const all = (state.agreementsOfPerson.get(personId) ?? [])
    .map((id) => state.agreements.get(id))
    .filter((a) => a !== undefined);
  return all
    .sort((a, b) => Number(isRunning(b)) - Number(isRunning(a)) || (a.start < b.start ? 1 : -1))
    .map((a) => viewOf(context, a));
}

function viewOf(context: CounterContext, a: Agreement): MemberAgreement {
  const { state } = context.runner;
  const { locale, tax } = shopOf(context);
  const now = context.runner.now();
  const charged = (due: { n: number; at: Instant }): number => chargeFor(a, due, tax).amount;
  const money = (amount: number): string => formatAmount(amount, a.currency, locale);
  const day = (at: Instant): string => formatDay(at, a.zone, locale);
  const order = state.orders.get(a.orderId);
  const line = order?.lines.find((l) => l.lineId === a.lineId);
  const first = a.from === null && order && line ? { at: order.at, amount: line.paid } : null;
  const passes = a.passIds
    .flatMap((id) => state.passes.get(id) ?? [])
    .map((p) => ({
      title: productTitle(context, p.productId),
      from: p.from,
      until: p.until,
      closedAt: p.closed?.at ?? null,
      holds: p.hold ? [{ from: p.hold.since, until: null }] : [],
    }));
  const story = storyOfAgreement(a, { first, passes, charged, past: NO_PAST, now, locale });
  return {
    id: a.id,
    title: a.priceName === '' ? a.title : `${a.title}, ${a.priceName}`,
    what: a.terms.kind === 'plan' ? 'payment plan' : 'subscription',
    state: agreementState(a, { locale, charged }),
    rest: restInWords(a, { locale, charged }),
    alarm: a.status === 'past-due',
    layout: isRunning(a) ? layoutKeelLine(story, DRAWING_WIDTH, { small: true }) : null,
    card: isRunning(a) && a.card ? `Change card (ends ${a.card.last4})` : null,
    payments: [
      ...a.payments
        .map((p) => ({
          day: day(p.at),
          what: p.dues.length > 1 ? `${p.dues.length} payments` : 'payment',
          amount: money(p.amount),
          paper:
            p.receipt === null
              ? null
              : { name: `${paperName(p)} ${p.receipt}`, href: `/member/papers/${p.receipt}.pdf` },
        }))
        .reverse(),
      ...(first && order
        ? [
            {
              day: day(first.at),
              what: 'on the day of buying',
              amount: money(first.amount),
              paper: {
                name: `${paperName({ tax: sum(order.lines.map((l) => l.tax)), buyer: order.buyer })} ${order.receipt}`,
                href: `/member/papers/${order.receipt}.pdf`,
              },
            },
          ]
        : []),
    ],
    acts: actsOf(a, { money, day, charged, now }),
    place: placeOf(context, a),
    writeTo: a.terms.kind === 'plan' && isRunning(a) ? shopOf(context).senderAddress : null,
    againAt: a.status === 'ended' && a.terms.kind === 'subscription' ? checkoutOf(context, a.offerId) : null,
    pauseDays: canPause(a)
      ? { from: addDays(dateIn(now, a.zone), 1), until: addDays(dateIn(now, a.zone), LONGEST_PAUSE_DAYS) }
      : null,
  };
}

function placeOf(context: CounterContext, a: Agreement): MemberAgreement['place'] {
  const { tax, locale } = shopOf(context);
  if (!isRunning(a) || !tax || tax.how === 'none') return null;
  const country = a.buyer?.country ?? tax.home;
  const order = context.runner.state.orders.get(a.orderId);
  const vatNumber = context.people.get(a.personId)?.vatNumbers?.[a.buyer?.numberKey ?? order?.checkoutId ?? ''] ?? '';
  return { country, name: countryName(country, locale), vatNumber };
}

/** The checkout of a path that sells an offer now; null when none does. */
function checkoutOf(context: CounterContext, offerId: string): string | null {
  const content = liveRelease(context)?.content;
  const offer = content?.offers.find((o) => o.id === offerId);
  const path = content?.paths.find((p) => p.offerId === offerId);
  return offer?.onSale && !offer.putAway && path ? `/${path.address}/checkout?again` : null;
}

const canPause = (a: Agreement): boolean =>
  a.status === 'active' && a.next !== null && a.unanswered === null && a.dispute === null;

function actsOf(
  a: Agreement,
  {
    money,
    day,
    charged,
    now,
  }: {
    money: (n: number) => string;
    day: (at: Instant) => string;
    charged: (due: { n: number; at: Instant }) => number;
    now: Instant;
  },
): MemberAgreement['acts'] {
  if (!isRunning(a) || a.dispute !== null) return [];
  const acts: MemberAgreement['acts'] = [];
  const stopsAt = a.status === 'in-trial' ? a.trialUntil : (a.next?.at ?? a.period?.until ?? null);
  const owed = sum(a.owed.map((d) => d.amount));
  if (a.status === 'past-due' && a.unanswered === null)
    acts.push({
      act: 'retry',
      label: `Pay ${money(owed)} now`,
      leadsTo: `${money(owed)} is taken from the card ending ${a.card?.last4 ?? ''} now. Should it be another card, change it; that pays it, too.`,
    });
  if (a.terms.kind === 'plan' && (a.status === 'active' || a.status === 'past-due')) {
    const rest = owed + restAmount(a, charged);
    acts.push({
      act: 'rest',
      label: 'Pay the rest now',
      leadsTo: `${money(rest)} is taken from the card ending ${a.card?.last4 ?? ''} now. Then it is paid off.`,
    });
  }
  if (a.status === 'paused')
    acts.push({
      act: 'return',
      label: 'Come back now',
      leadsTo: `It goes on today. The ${a.pause?.leftDays ?? 0} days that were paid for come first, then the next payment.`,
    });
  if (canPause(a))
    acts.push({
      act: 'pause',
      label: 'Pause payments',
      leadsTo:
        a.terms.kind === 'subscription'
          ? 'Nothing is paid and access is on hold until the day you choose. The days you have paid for come after it.'
          : 'Nothing is paid until the day you choose. Access stays open.',
    });
  if (a.status === 'ending' && !a.finishes && a.endsAt !== null && a.endsAt > now)
    acts.push({
      act: 'keep',
      label: 'Go on after all',
      leadsTo: `It goes on as if it had not been stopped. The next payment is ${money(charged({ n: lastPaid(a) + 1, at: a.endsAt }))} on ${day(a.endsAt)}.`,
    });
  if (a.terms.kind === 'subscription' || a.status === 'in-trial') {
    if (a.status === 'past-due')
      acts.push({ act: 'stop', label: 'Stop now', leadsTo: 'It ends now and access closes. Nothing is owed.' });
    else if (a.status !== 'ending' && stopsAt !== null)
      acts.push({
        act: 'stop',
        label: a.status === 'paused' ? 'Stop' : `Stop after ${day(stopsAt)}`,
        leadsTo:
          a.status === 'paused'
            ? `Access opens again for the ${a.pause?.leftDays ?? 0} days that were paid for, then it ends. Nothing more is paid.`
            : `Access stays open until ${day(stopsAt)}. Nothing more is paid. You can take it back until then.`,
      });
  }
  return acts;
}

function restAmount(a: Agreement, charged: (due: { n: number; at: Instant }) => number): number {
  const last = a.terms.payments ?? 0;
  let rest = 0;
  for (let n = a.next?.n ?? last + 1; n <= last; n += 1) rest += charged({ n, at: a.next?.at ?? a.start });
  return rest;
}

/** Whether a day can end a pause that a buyer asks for. */
export const pauseDayAllowed = (a: Agreement, until: string, now: Instant): boolean =>
  pauseEnds(until, a.zone) > now && until <= addDays(dateIn(now, a.zone), LONGEST_PAUSE_DAYS);
