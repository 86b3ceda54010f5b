import { checkoutsOf, hrefOf, offerAt } from '#core/paths';
import { heldSince } from '#core/passes';
import {
  type Agreement,
  type AgreementAct,
  cardChargeOf,
  isRunning,
  lastPaid,
  pauseEnds,
  restOfPlan,
  whyNotAct,
  isDisputed,
  daysLeftInPause,
} from '#core/agreements';
import { addDays, dateIn, formatDay, type Instant } from '#core/calendar';
import { countryName, ticksAhead } from '#core/catalogue';
import { backByConfirming, passesFor, type SwitchChoice, switchChoices } from '#core/shop';
import { oftenInWords, shortWithoutTrial } from '#core/terms';
import { layoutKeelLine, NO_PAST, storyOfAgreement } from '#core/drawing';
import { agreementState, paperName, restInWords, taxedBy } from '#core/messages';
import { formatAmount, sum } from '#core/money';
import { boughtBy, lineBought, type Payment, sumsOf } from '#core/payments';
import { postalLines } from '#core/people';
import type { OfferId, PersonId } from '#core/ids';
import type { MemberAgreement } from '../../wire';
import { productTitle } from '../shared/orderView';
import type { Reading } from '../shared/reading';
import { shownOf, switchPostal, switchSendTo } from './memberActs';

const DRAWING_WIDTH = 320;
/** A buyer pauses for a year at most; the seller can do more. */
const LONGEST_PAUSE_DAYS = 366;

/** A member's payment plans and subscriptions, those that run first. */
export function agreementsOf(reading: Reading, personId: PersonId): MemberAgreement[] {
  const { state } = reading;
  const all = (state.agreementsOfPerson.get(personId) ?? [])
    .map((id) => state.agreements.get(id))
    .filter((a) => a !== undefined);
  return all
    .sort((a, b) => Number(isRunning(b)) - Number(isRunning(a)) || (a.start < b.start ? 1 : -1))
    .map((a) => viewOf(reading, a));
}

function viewOf(reading: Reading, a: Agreement): MemberAgreement {
  const { state, shop, locale, now, words } = reading;
  const charged = cardChargeOf(a, shop.tax);
  const money = (amount: number): string => formatAmount(amount, a.currency, locale);
  const day = (at: Instant): string => formatDay(at, a.zone, locale);
  const order = state.orders.get(a.orderId);
  const bought = order && boughtBy(order, a.lineId);
  const first =
    a.from === null && order ? { at: bought?.at ?? a.start, amount: lineBought(order, a.lineId).amount } : null;
  const passes = a.passIds
    .flatMap((id) => state.passes.get(id) ?? [])
    .map((p) => ({
      title: productTitle(reading, p.productId),
      from: p.from,
      until: p.until,
      closedAt: p.closed?.at ?? null,
      holds: heldSince(p),
      ticks: ticksAhead(
        reading.live?.content.products.find(({ id }) => id === p.productId),
        passesFor(state, a.personId, p.productId),
        now,
        { products: reading.live?.content.products ?? [], zone: shop.zone, locale },
      ),
    }));
  const story = storyOfAgreement(a, { first, passes, charged, past: NO_PAST, now, locale });
  const say = words.agreements;
  const paperOf = (number: string, of: Parameters<typeof paperName>[0]) => ({
    name: `${paperName(of, locale)} ${number}`,
    href: `/member/papers/${number}.pdf`,
  });
  const person = reading.person(a.personId);
  const postal = switchPostal(person, a.id);
  const can = (act: AgreementAct): boolean => whyNotAct(a, act, now) === null;
  return {
    id: a.id,
    title: a.priceName === '' ? a.title : `${a.title}, ${a.priceName}`,
    what: a.terms.kind,
    state: agreementState(a, { locale, charged }),
    rest: restInWords(a, { locale, charged }),
    alarm: a.status === 'past-due',
    layout: isRunning(a) ? layoutKeelLine(story, DRAWING_WIDTH, { small: true }) : null,
    card: a.card && can('change-card') ? say.acts.card(a.card) : null,
    payments: [
      ...a.payments
        .map((p) => ({
          day: day(p.at),
          what: duesOf(p) > 1 ? say.payments.several(duesOf(p)) : say.payments.one(),
          amount: money(sumsOf([p]).paid),
          paper: p.receipt === null ? null : paperOf(p.receipt, taxedBy(p)),
        }))
        .reverse(),
      ...(first && order
        ? [
            {
              day: day(first.at),
              what: say.payments.first(),
              amount: money(first.amount),
              paper: bought?.receipt == null ? null : paperOf(bought.receipt, taxedBy(bought)),
            },
          ]
        : []),
    ],
    acts: actsOf(a, { reading, can, money, day, charged }),
    place: placeOf(reading, a),
    switches: switchChoices(state, a, { now, release: reading.live }, switchSendTo(person, a.id)).map((choice) => ({
      offerId: choice.offerId,
      priceId: choice.priceId,
      title: choice.title,
      leadsTo: switchInWords(reading, a, choice, { money, day }),
      shown: shownOf(choice),
      lacks: choice.lacks,
      goesTo: choice.isSent && postal ? postalLines(postal, (code) => countryName(code, locale)).join(', ') : null,
    })),
    writeTo: a.terms.kind === 'plan' && isRunning(a) ? shop.senderAddress : null,
    againAt: a.status === 'ended' && a.terms.kind === 'subscription' ? checkoutFor(reading, a.offerId) : null,
    pauseDays: can('pause')
      ? { from: addDays(dateIn(now, a.zone), 1), until: addDays(dateIn(now, a.zone), LONGEST_PAUSE_DAYS) }
      : null,
  };
}

const duesOf = (payment: Payment): number => sum(payment.lines.map((line) => line.dues.length));

function placeOf({ state, shop, locale, person }: Reading, a: Agreement): MemberAgreement['place'] {
  const { tax } = shop;
  if (!isRunning(a) || !tax || tax.how === 'none') return null;
  const country = a.buyer?.country ?? tax.home;
  const order = state.orders.get(a.orderId);
  const vatNumber = person(a.personId)?.vatNumbers?.[a.buyer?.numberKey ?? order?.checkoutId ?? ''] ?? '';
  return { country, name: countryName(country, locale), vatNumber };
}

/** A checkout that sells an offer now, at the address it has; null when none does. */
function checkoutFor({ live }: Reading, offerId: OfferId): string | null {
  const offer = live?.content.offers.find((o) => o.id === offerId);
  if (!offer?.onSale || offer.putAway) return null;
  const tills = (live?.content.paths ?? []).flatMap((path) =>
    checkoutsOf(path).flatMap((step) => (offerAt(path, step) === offerId ? [hrefOf(path, step)] : [])),
  );
  return tills[0] === undefined ? null : `${tills[0]}?again`;
}

interface Setting {
  reading: Reading;
  can: (act: AgreementAct) => boolean;
  money: (amount: number) => string;
  day: (at: Instant) => string;
  charged: (due: { n: number; at: Instant }) => number;
}

/** What the member can do now, each act as core allows it. */
function actsOf(a: Agreement, { reading, can, money, day, charged }: Setting): MemberAgreement['acts'] {
  // While a bank disputes a payment everything waits, and the state says so.
  if (!isRunning(a) || isDisputed(a)) return [];
  const say = reading.words.agreements.acts;
  const plan = a.terms.kind === 'plan';
  const means = a.card ?? { last4: '' };
  const acts: MemberAgreement['acts'] = [];
  const owed = money(sum(a.owed.map((d) => d.amount)));
  if (can('retry')) acts.push({ act: 'retry', label: say.retry.label(owed), leadsTo: say.retry.leadsTo(owed, means) });
  if (can('pay-rest')) {
    const rest = sum(restOfPlan(a, reading.shop.tax, reading.now).map((d) => d.amount));
    if (rest > 0) acts.push({ act: 'rest', label: say.rest.label(), leadsTo: say.rest.leadsTo(money(rest), means) });
  }
  if (a.stepsTo)
    acts.push({
      act: 'stay',
      label: say.switch.stay(),
      leadsTo: say.switch.stayLeadsTo(a.title),
    });
  const daysLeft = daysLeftInPause(a);
  if (can('return')) acts.push({ act: 'return', label: say.return.label(), leadsTo: say.return.leadsTo(daysLeft) });
  if (can('pause')) acts.push({ act: 'pause', label: say.pause.label(), leadsTo: say.pause.leadsTo(plan) });
  if (can('confirm')) {
    const back = backByConfirming(reading.state, a);
    acts.push({
      act: 'confirm',
      label: say.confirm.label(),
      leadsTo: say.confirm.leadsTo(back === 0 ? null : money(back)),
    });
  }
  if (can('keep') && a.endsAt !== null) {
    const next = money(charged({ n: lastPaid(a) + 1, at: a.endsAt }));
    acts.push({
      act: 'keep',
      label: a.leaving ? say.confirm.keep() : say.keep.label(),
      leadsTo: say.keep.leadsTo(next, day(a.endsAt)),
    });
  }
  if (can('cancel') && a.status !== 'ending') {
    const stopsAt = a.status === 'in-trial' ? a.trialUntil : (a.next?.at ?? a.period?.until ?? null);
    if (a.status === 'past-due') acts.push({ act: 'stop', label: say.stop.labelNow(), leadsTo: say.stop.behind() });
    else if (a.status === 'paused')
      acts.push({ act: 'stop', label: say.stop.label(null), leadsTo: say.stop.paused(daysLeft) });
    else if (stopsAt !== null)
      acts.push({ act: 'stop', label: say.stop.label(day(stopsAt)), leadsTo: say.stop.leadsTo(day(stopsAt)) });
  }
  return acts;
}

/** What switching comes to: what is paid now, what unused days pay, and what is paid from then on. */
function switchInWords(
  { words, locale }: Reading,
  a: Agreement,
  { at, down, today, credit, later, terms, lacks }: SwitchChoice,
  { money, day }: Pick<Setting, 'money' | 'day'>,
): string {
  const say = words.agreements.acts.switch;
  if (lacks !== null || later === null || terms.kind !== 'subscription')
    return say.lacks(shortWithoutTrial(terms, a.currency, locale), lacks === 'address-in-reach');
  const often = oftenInWords(terms.every, locale);
  const then = say.then(money(later.amount), often, later.sending > 0 ? money(later.sending) : null);
  if (down || a.status === 'in-trial') return say.later(day(at), then, down);
  return say.now(money(today), credit === 0 ? null : money(credit), then);
}

/** Whether a day can end a pause that a buyer asks for. */
export const pauseDayAllowed = (a: Agreement, until: string, now: Instant): boolean =>
  pauseEnds(until, a.zone) > now && until <= addDays(dateIn(now, a.zone), LONGEST_PAUSE_DAYS);
