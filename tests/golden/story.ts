import { slotsFor } from '#core/booking';
import { asBooked, type Bundle, freshProduct, newOffer, newPrice, newTerms } from '#core/catalogue';
import { addMs, HOUR, type Instant } from '#core/calendar';
import type { Batch } from '#core/journal';
import { type ChargeAnswer, type ChargeRequest, type Command, NotAnswered, StorageFailed } from '#core/shop';
import { courseOf, lessonWith, moduleOf, quiz, WEEKLY } from '../support/course';
import { classOf, dateOf } from '../support/classes';
import { coachingOf } from '../support/coaching';
import { membershipOf, postWith } from '../support/membership';
import { asDownload } from '../support/release';
import { type MemoryShop, pick, releaseWith, shopInMemory } from '../support/shopInMemory';

const START: Instant = '2026-11-23T10:00:00.000Z';
const after = (days: number): Instant => addMs(START, days * 24 * HOUR);

/** Every kind of fact at least once, also the rare ones: told from a fixed beginning, so that it is the same each time. */
export async function story(): Promise<readonly Batch[]> {
  const live = releaseWith(
    [
      { kind: 'once', amount: '27' },
      { kind: 'subscription', amount: '30' },
      { kind: 'plan', amount: '99', payments: '3' },
      { kind: 'subscription', amount: '12', trial: { days: '14', fee: '1' } },
      { kind: 'once', amount: '200' },
      { kind: 'once', amount: '9' },
      { kind: 'plan', amount: '33', payments: '3' },
      { kind: 'open', amount: '12', least: '0', most: '50' },
      { kind: 'once', amount: '21' },
      { kind: 'once', amount: '64' },
      { kind: 'once', amount: '90' },
    ],
    {
      shop: {
        tax: {
          how: 'on-top',
          home: 'PT',
          rates: [
            { country: 'PT', rate: 2300, from: null },
            { country: 'PT', rate: 2400, from: '2027-01-10' },
          ],
        },
      },
      edit: (content) => {
        content.products.push(LEARNT, INSIDE, TOGETHER, WALKS, EVENINGS, BOX);
        for (const offer of content.offers.slice(-1)) offer.productIds = [INSIDE.id];
        for (const offer of content.offers.slice(-2, -1)) offer.productIds = [LEARNT.id];
        const [replacing, dated, plan, , many] = content.offers.slice(-7);
        const several = many?.prices[0];
        if (several) Object.assign(several, { limit: { inAll: '', each: '', perOrder: '5' }, article: 'A-7' });
        const price = replacing?.prices[0];
        if (price) price.replaces = { offerId: 'off_1', credit: true };
        const until = dated?.prices[0];
        for (const of of [until, plan?.prices[0]])
          if (of) of.access = { ...of.access, kind: 'for', count: '3', unit: 'week' };
        const owned = [{ productId: LEARNT.id, amount: '20' }];
        for (const [i, terms] of [
          newTerms({ kind: 'once', amount: '100' }),
          newTerms({ kind: 'subscription', amount: '50', trial: { days: '7', fee: '' } }),
        ].entries())
          content.offers.push({
            ...newOffer(`off_${11 + i}`, TOGETHER, content.shop.currency),
            prices: [newPrice(`pr_${11 + i}`, { terms, owned })],
          });
        content.offers.push({
          ...newOffer('off_13', WALKS, content.shop.currency),
          prices: [
            newPrice('pr_13', { name: 'Monthly', terms: newTerms({ kind: 'subscription', amount: '45' }) }),
            newPrice('pr_14', { name: 'With more time', terms: newTerms({ kind: 'subscription', amount: '90' }) }),
          ],
        });
        content.offers.push({
          ...newOffer('off_15', EVENINGS, content.shop.currency),
          prices: [
            newPrice('pr_15', {
              terms: newTerms({ kind: 'once', amount: '24' }),
              limit: { inAll: '', each: '', perOrder: '3' },
            }),
          ],
        });
        content.offers.push({
          ...newOffer('off_16', BOX, content.shop.currency),
          prices: [
            newPrice('pr_16', {
              terms: newTerms({ kind: 'once', amount: '30' }),
              sending: { fee: 900, byCountry: { DE: 400 } },
            }),
          ],
        });
      },
    },
  );
  let next: ((request: ChargeRequest) => ChargeAnswer) | null = null;
  const shop = await shopInMemory(live, START, (request) => {
    const answer = next?.(request) ?? { status: 'paid', paymentId: '' };
    next = null;
    return answer;
  });
  const must = async (command: Command): Promise<void> => {
    const said = await shop.act(command);
    if (said !== 'done') throw new Error(`${command.type}: ${said}`);
  };
  const once = (i: number, person: string): Promise<string> => buyOnce(shop, i, person);

  // A card that refuses, then another; a bank that is asked and answers; one that never does; an answer that comes too late.
  next = () => ({ status: 'refused', reason: 'not-enough-money' });
  await once(0, 'u1');
  const first = await once(0, 'u1');
  next = () => ({ status: 'waits-for-bank', confirmAt: '/bank' });
  const asked = await once(0, 'u2');
  await must({
    type: 'answer-charge',
    key: `${asked}-1`,
    answer: { status: 'paid', paymentId: 'pay-u2', fee: { amount: 61, currency: 'EUR', payout: 'payout-2026-12-07' } },
  });
  next = () => ({ status: 'waits-for-bank', confirmAt: '/bank' });
  const away = await once(0, 'u3');
  await shop.goTo(addMs(START, 2 * HOUR));
  await must({ type: 'answer-charge', key: `${away}-1`, answer: { status: 'paid', paymentId: 'pay-u3' } });

  // Files, a person, a part given back, a refund that the service refuses, the rest.
  const [passId] = shop.runner.state.orders.get(first)?.passIds ?? [];
  const pass = shop.runner.state.passes.get(passId ?? '');
  const fileId = asDownload(live.content.products.find((p) => p.id === pass?.productId)).files[0]?.id ?? '';
  await must({ type: 'fetch-file', passId: passId ?? '', fileId });
  await must({ type: 'change-person', personId: 'u1', rev: 2 });
  const line = shop.runner.state.orders.get(first)?.lines[0];
  if (!line) throw new Error('no line');
  await must({ type: 'refund', orderId: first, shares: [{ lineId: line.lineId, amount: 900 }], reason: 'asked' });
  const { refund } = shop.ports.payments;
  shop.ports.payments.refund = () => Promise.resolve({ status: 'refused', reason: 'closed' });
  await must({ type: 'refund', orderId: first, shares: [{ lineId: line.lineId, amount: 100 }], reason: 'asked' });
  shop.ports.payments.refund = refund;
  await must({
    type: 'refund',
    orderId: first,
    shares: [{ lineId: line.lineId, amount: line.dueToday - 900 }],
    reason: 'asked',
  });
  await once(5, 'u4');

  // Subscriptions: paused and back, stopped and taken up again, switched, replaced, ended now with unused days back.
  const paused = (await shop.buy({ i: 1, person: 'u5' })).id;
  const kept = (await shop.buy({ i: 1, person: 'u6' })).id;
  const switched = (await shop.buy({ i: 1, person: 'u7' })).id;
  await shop.buy({ i: 1, person: 'u8' });
  const ended = (await shop.buy({ i: 1, person: 'u9' })).id;
  const disputed = (await shop.buy({ i: 1, person: 'u10' })).id;
  const lost = (await shop.buy({ i: 1, person: 'u11' })).id;
  const behind = (await shop.buy({ i: 1, person: 'u12' })).id;
  const trial = (await shop.buy({ i: 3, person: 'u13' })).id;
  const ending = (await shop.buy({ i: 1, person: 'u18' })).id;
  await shop.goTo(after(5));
  await must({ type: 'pause', agreementId: paused, until: null, by: 'seller' });
  await must({ type: 'cancel', agreementId: kept, when: 'end', giveBack: false, by: 'buyer' });
  await must({ type: 'keep', agreementId: kept });
  await must({ type: 'move-due-day', agreementId: kept, day: { of: 'month', day: 1 } });
  await must({ type: 'move-buyer', agreementId: kept, country: 'PT', vatNumber: '', numberKey: 'v1' });
  await must({ type: 'step-down', agreementId: kept, to: { offerId: 'off_3', priceId: 'pr_3' } });
  await must({ type: 'step-down', agreementId: kept, to: null });
  await must({ type: 'switch', agreementId: switched, offerId: 'off_3', priceId: 'pr_3' });
  await once(4, 'u8');
  await must({ type: 'cancel', agreementId: ended, when: 'now', giveBack: true, by: 'seller' });
  await must({ type: 'cancel', agreementId: trial, when: 'end', giveBack: false, by: 'buyer' });
  await must({
    type: 'open-dispute',
    disputeId: 'd1',
    paymentId: paymentOf(shop, disputed),
    amount: 3690,
    answerBy: after(20),
  });
  await must({
    type: 'open-dispute',
    disputeId: 'd2',
    paymentId: paymentOf(shop, lost),
    amount: 3690,
    answerBy: after(20),
  });
  await must({ type: 'cancel', agreementId: ending, when: 'end', giveBack: false, by: 'buyer' });
  await must({
    type: 'open-dispute',
    disputeId: 'd3',
    paymentId: paymentOf(shop, ending),
    amount: 3690,
    answerBy: after(20),
  });
  await shop.goTo(after(12));
  await must({ type: 'close-dispute', disputeId: 'd3', won: true });
  await must({ type: 'return', agreementId: paused, on: null });
  await must({ type: 'close-dispute', disputeId: 'd1', won: true });
  await must({ type: 'close-dispute', disputeId: 'd2', won: false });

  // Plans: behind and paid late, the rest at once, let go, stopped; a later payment refused until it ends.
  const late = (await shop.buy({ i: 2, person: 'u14' })).id;
  const rest = (await shop.buy({ i: 2, person: 'u15' })).id;
  const letGo = (await shop.buy({ i: 2, person: 'u16' })).id;
  const stopped = (await shop.buy({ i: 2, person: 'u17' })).id;
  const dated = (await shop.buy({ i: 6, person: 'u19' })).id;
  await must({ type: 'pause', agreementId: dated, until: null, by: 'seller' });
  await must({ type: 'pay-rest', agreementId: rest });
  await must({ type: 'stop-plan', agreementId: letGo, keepAccess: true });
  await must({ type: 'stop-plan', agreementId: stopped, keepAccess: false });
  const refusing = new Set([late, behind]);
  const { charge } = shop.ports.payments;
  shop.ports.payments.charge = (request) =>
    [...refusing].some((id) => request.key.startsWith(id))
      ? Promise.resolve({ status: 'refused', reason: 'not-enough-money' })
      : charge(request);
  await shop.goTo(after(52));
  refusing.delete(late);
  await must({ type: 'return', agreementId: dated, on: null });
  await must({ type: 'change-card', agreementId: late, card: { token: 'card2', last4: '0027' } });
  await must({ type: 'refund-agreement', agreementId: late, amount: 1000, ends: false, reason: 'asked' });
  await must({ type: 'refund-agreement', agreementId: kept, amount: null, ends: true, reason: 'asked' });
  // A disk that was full for a moment, a shop that was away, and a demo's clock.
  const { append } = shop.ports.journal;
  shop.ports.journal.append = () => Promise.reject(new StorageFailed('full'));
  await shop.act({ type: 'change-person', personId: 'u2', rev: 2 });
  shop.ports.journal.append = append;
  await shop.runner.turn();
  await shop.runner.execute({ type: 'resume', why: 'the disk was full' });
  await must({ type: 'confirm-gap', from: after(52), to: after(120) });
  await must({ type: 'move-clock', to: after(121) });
  shop.ports.payments.charge = () => Promise.reject(new NotAnswered('lost'));
  await shop.goTo(after(150));
  // Away again, with payments of which nobody knows: the bank then says that it saw none of them.
  shop.ports.setNow(after(200));
  await shop.runner.execute({ type: 'confirm-gap', from: after(150), to: after(200) });
  shop.ports.payments.charge = charge;
  await shop.goTo(after(205));
  await severalLines(shop, must);
  await learning(shop, must);
  await membership(shop, must);
  await together(shop);
  await joined(shop, must);
  await sessions(shop, must);
  await classes(shop, must);
  await sent(shop, must);

  // What takes the place of a subscription: asked of a bank that refuses; bought by a typed address, confirmed, and kept.
  for (const person of ['u50', 'u51', 'u52']) await shop.buy({ i: 1, person });
  next = () => ({ status: 'waits-for-bank', confirmAt: '/bank' });
  const refused = await once(4, 'u50');
  await must({ type: 'answer-charge', key: `${refused}-1`, answer: { status: 'refused', reason: 'expired' } });
  for (const person of ['u51', 'u52']) await shop.order({ i: 4, person });
  const leaving = [...shop.runner.state.agreements.values()].filter((a) => a.leaving);
  await must({ type: 'confirm-leaving', agreementId: leaving[0]?.id ?? '' });
  await must({ type: 'keep', agreementId: leaving[1]?.id ?? '' });
  return shop.ports.batches;
}

/** Orders of several lines: quantities, an amount that was named, offers after payment taken and left, money back of each. */
async function severalLines(shop: MemoryShop, must: (command: Command) => Promise<void>): Promise<void> {
  const { id } = await shop.order({
    ...pick(8, { quantity: 3 }),
    extras: [pick(1), pick(7, { named: 2_050 })],
    person: 'u20',
  });
  await shop.accept(id, 2);
  await must({ type: 'decline-offer', orderId: id, step: 'step5' });
  const shares = [
    { lineId: 'l1', amount: 2_100 },
    { lineId: 'l4', amount: 1_000 },
  ];
  await must({ type: 'refund', orderId: id, shares, reason: 'asked' });
  const offered = shop.runner.state.orders.get(id)?.payments[1]?.id ?? '';
  await must({ type: 'open-dispute', disputeId: 'd9', paymentId: offered, amount: 5_000, answerBy: after(230) });
  const { id: free } = await shop.order({ ...pick(7, { named: 0 }), person: 'u21' });
  await shop.accept(free, 5, 'card21');
  await shop.goTo(after(215));
  await must({ type: 'close-dispute', disputeId: 'd9', won: false });
  // One of the two that are left, given back by somebody who helps.
  const units = [{ lineId: 'l1', amount: 2_500, units: 1 }];
  const done = await shop.runner.execute({ type: 'refund', orderId: id, shares: units, reason: 'asked' }, 'h_ona');
  if ('refused' in done) throw new Error(done.refused);
  await shop.runner.settle();
}

const LEARNT = courseOf([moduleOf('m1', [lessonWith('a')]), moduleOf('m2', [lessonWith('b', { quiz: quiz() })])], {
  plan: WEEKLY,
});

/** Somebody finishes a course; another only begins it. */
async function learning(shop: MemoryShop, must: (command: Command) => Promise<void>): Promise<void> {
  for (const person of ['u22', 'u23']) await shop.order({ i: 9, person });
  const who = { personId: 'u22', productId: LEARNT.id };
  for (const personId of ['u22', 'u23']) await must({ type: 'mark-lesson', ...who, personId, lessonId: 'a' });
  await shop.goTo(after(230));
  await must({ type: 'pass-quiz', ...who, lessonId: 'b', right: 2, of: 2 });
}

const INSIDE = membershipOf('prd_inside', [], { posts: [postWith('po', START)] });

/** Somebody is in a membership while the course is put into it, and taken out again. */
async function membership(shop: MemoryShop, must: (command: Command) => Promise<void>): Promise<void> {
  await shop.order({ i: 10, person: 'u24' });
  for (const [number, parts] of [
    [2, [{ productId: LEARNT.id, plan: null }]],
    [3, []],
  ] as const) {
    const live = shop.ports.releases.get(number - 1);
    if (!live) throw new Error('nothing is live');
    const products = live.content.products.map((p) => (p.kind === 'membership' ? { ...p, parts: [...parts] } : p));
    const release = { ...live, number, basedOn: number - 1, content: { ...live.content, products } };
    shop.ports.addRelease(release);
    await must({ type: 'publish', release, hasFile: () => true });
    await shop.goTo(after(230 + number));
  }
}

const TOGETHER: Bundle = { ...freshProduct('bundle', 'prd_together', 'Both'), parts: [LEARNT.id, INSIDE.id] };

/** Less for somebody who has a part of a bundle: paid at once, and after a trial. */
async function together(shop: MemoryShop): Promise<void> {
  for (const i of [11, 12]) await shop.order({ i, person: 'u22', signedIn: true });
  await shop.goTo(after(260));
}

/** Somebody who learnt and one who began are the same; what the one had is the other's, also what is still to be paid. */
async function joined(shop: MemoryShop, must: (command: Command) => Promise<void>): Promise<void> {
  for (const personId of ['u22', 'u23']) await must({ type: 'change-person', personId, rev: 2 });
  await must({
    type: 'give-passes',
    gifts: [{ personId: 'u2', productId: INSIDE.id, until: null }],
    reason: 'with thanks',
    mail: true,
  });
  await must({ type: 'join-people', personId: 'u22', intoId: 'u23' });
  await shop.order({ i: 0, person: 'u22' });
  await shop.goTo(after(300));
}

const WALKS = coachingOf('prd_walks', { sessions: 2, each: 'period' });

/** Sessions of a subscription: booked, moved, called off, held, missed; a period that lapses, and one that goes back. */
async function sessions(shop: MemoryShop, must: (command: Command) => Promise<void>): Promise<void> {
  const { id: agreementId } = await shop.buy({ i: 13, person: 'u25' });
  const who = { personId: 'u25', busy: [], by: 'member', zone: 'America/New_York' } as const;
  const slots = slotsFor(
    asBooked(WALKS),
    { now: shop.runner.now(), zone: 'Europe/Lisbon', taken: [] },
    shop.runner.now().slice(0, 10),
    addMs(shop.runner.now(), 30 * 24 * HOUR).slice(0, 10),
  );
  const slot = (n: number): string => slots[n] ?? '';
  const ids = (): string[] => [...shop.runner.state.sessions.keys()];
  await must({ type: 'book-session', ...who, productId: WALKS.id, at: slot(3) });
  await must({ type: 'move-session', ...who, sessionId: ids()[0] ?? '', at: slot(9) });
  await must({ type: 'book-session', ...who, productId: WALKS.id, at: slot(20) });
  await must({
    type: 'call-off-session',
    sessionId: ids()[1] ?? '',
    personId: 'u25',
    by: 'member',
    counts: false,
    seenLate: false,
  });
  await must({ type: 'book-session', ...who, productId: WALKS.id, at: slot(24), by: 'seller', zone: null });
  await shop.goTo(after(330));
  await must({ type: 'mark-session', sessionId: ids()[0] ?? '', as: 'held', counts: true });
  await must({ type: 'mark-session', sessionId: ids()[2] ?? '', as: 'missed', counts: false });
  const passId = shop.agreement(agreementId).passIds[0] ?? '';
  await must({ type: 'give-sessions', passId, count: 3, reason: 'with thanks' });
  await shop.goTo(after(365));
  const amount = shop.agreement(agreementId).payments.at(-1)?.lines[0]?.amount ?? 0;
  await must({ type: 'refund-agreement', agreementId, amount, ends: false, reason: 'asked' });
  await shop.goTo(after(372));
  const later = slotsFor(
    asBooked(WALKS),
    { now: shop.runner.now(), zone: 'Europe/Lisbon', taken: [] },
    shop.runner.now().slice(0, 10),
    addMs(shop.runner.now(), 14 * 24 * HOUR).slice(0, 10),
  );
  await must({ type: 'book-session', ...who, productId: WALKS.id, at: later[3] ?? '' });
  await must({ type: 'switch', agreementId, offerId: 'off_13', priceId: 'pr_14' });
  await shop.goTo(after(374));
}

const BOX = { ...freshProduct('posted', 'prd_box', 'A box of cards'), promise: 'A promise' };

/** Sent by post under a number, not sent after all, and sent. */
async function sent(shop: MemoryShop, must: (command: Command) => Promise<void>): Promise<void> {
  await shop.order({ i: 16, person: 'u40', sendTo: { country: 'DE', addressKey: 'cart-of-u40' } });
  const passId = [...shop.runner.state.tasks.keys()][0] ?? '';
  await must({ type: 'finish-task', passId, carrier: 'Post', number: 'LX 17', note: '' });
  await must({ type: 'reopen-task', passId });
  await shop.goTo('2028-01-16T10:00:00.000Z');
  await must({ type: 'finish-task', passId, carrier: 'Post', number: 'LX 18', note: 'Enjoy' });
}

const EVENINGS = classOf('prd_evenings', [
  dateOf('evening_1', '2028-01-06T19:00'),
  dateOf('evening_2', '2028-01-13T19:00', { zone: 'America/New_York', seats: 5 }),
  dateOf('evening_3', '2028-01-20T19:00', { seats: null }),
]);

/** Seats at dates that are picked, moved, called off; some of several given back, and money taken back. */
async function classes(shop: MemoryShop, must: (command: Command) => Promise<void>): Promise<void> {
  const several = await shop.order({ i: 15, person: 'u30', quantity: 3, dates: ['evening_1'] });
  await shop.order({ i: 15, person: 'u31', dates: ['evening_2'] });
  await shop.order({ i: 15, person: 'u32', dates: ['evening_3'] });
  const amount = several.payments[0]?.lines[0]?.amount ?? 0;
  const units = { lineId: 'l1', amount: Math.floor(amount / 3), units: 1 };
  await must({ type: 'refund', orderId: several.id, shares: [units], reason: 'asked' });
  const seat = (person: string): string =>
    [...shop.runner.state.sessions.values()].find(
      ({ passId, status }) => status === 'booked' && shop.runner.state.passes.get(passId)?.personId === person,
    )?.id ?? '';
  const gift = { personId: 'u33', productId: EVENINGS.id, until: null };
  await must({ type: 'give-passes', gifts: [gift], reason: 'with thanks' });
  await must({ type: 'take-seat', personId: 'u33', productId: EVENINGS.id, dateId: 'evening_2', zone: 'Asia/Tokyo' });
  await must({ type: 'change-seat', sessionId: seat('u33'), personId: 'u33', dateId: 'evening_3', zone: null });
  const of = { productId: EVENINGS.id, offers: { otherDate: true, money: true } };
  await must({ type: 'move-date', ...of, dateId: 'evening_2', from: '2028-01-14T18:00:00.000Z' });
  await must({ type: 'call-off-date', ...of, dateId: 'evening_3' });
  const lost = [...shop.runner.state.sessions.values()].find(
    ({ offered, status }) => status === 'called-off' && offered?.money,
  );
  await must({ type: 'take-money-back', sessionId: lost?.id ?? '', personId: 'u32', reason: 'Called off' });
  await shop.goTo('2028-01-15T10:00:00.000Z');
}

/** Buys what is paid once, and says which order it was. */
async function buyOnce(shop: MemoryShop, i: number, person: string): Promise<string> {
  await shop.order({ i, person, signedIn: true }).catch((error: unknown) => {
    if (!(error instanceof Error && error.message === 'no order came of it')) throw error;
  });
  return [...shop.runner.state.charges.values()].at(-1)?.orderId ?? '';
}

const paymentOf = (shop: MemoryShop, id: string): string =>
  shop.runner.state.orders.get(shop.agreement(id).orderId)?.payments[0]?.id ?? '';
