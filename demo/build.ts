import { boughtWith, lineBought, sumsOf } from '#core/payments';
import { addMs, DAY, dateIn, type Instant, instantOf, msOf } from '#core/calendar';
import { createCounter } from '../src/counter/createCounter';
import { demoCatalogue } from './catalogue';
import { Buyer, Owner } from './clients';
import { inventedLearners, learning } from './learners';
import { coming, inventedComers } from './members';
import { inventedPerson, NEWER_FIRST } from './people';
import { seeded } from './random';
import { inventedVisits } from './visits';
import { EVENINGS } from './evenings/evenings';
import { inventedListeners, listening } from './listeners';
import { inventedWalkers, walking } from './walkers';
import type { CheckoutData } from '../src/wire';

export const DEMO_OPENS: Instant = '2025-06-12T07:30:00.000Z';
/** The field packs' own season: most single sales come in it. */
const SEASON: Instant = '2026-04-13T07:30:00.000Z';
/** Monday 15 June 2026, 09:00 in Lisbon. */
export const DEMO_DAY: Instant = '2026-06-15T08:00:00.000Z';
const CARDS = {
  good: '9000000000000001',
  poor: '9000000000000019',
  later: '9000000000000043',
  disputed: '9000000000000050',
};
const SEASON_BUYERS = 42;
const YEAR_BUYERS = 155;
const WAY_BUYERS = 36;
const COUNTRIES = ['PT', 'PT', 'PT', 'DE', 'FR', 'US'] as const;

/**
 * Makes the demo shop by running the real one: a counter over HTTP, its clock moved from buyer to buyer. Names,
 * choices and days come from a fixed seed.
 */
export async function buildDemo(dataFolder: string, clientFolder: string): Promise<void> {
  const random = seeded(42);
  // What is ticked and taken beside comes from dice of its own, so that it changes nobody else’s choices.
  const beside = seeded(77);
  const idDice = seeded(7);
  const wayDice = seeded(2026);
  let count = 0;
  const counter = await createCounter({
    dataFolder,
    clientFolder,
    mode: 'demo',
    port: 0,
    demoStart: DEMO_OPENS,
    ids: { next: (prefix) => `${prefix}_${String((count += 1)).padStart(5, '0')}${idDice.int(1e9).toString(36)}` },
  });
  const { context, address } = counter;
  const { runner } = context;
  const owner = new Owner(address);
  await owner.connect(context.secrets.ownerKey);
  const content = await demoCatalogue((bytes) => owner.upload(bytes));
  const published = await owner.publish(null, content);
  if (published.status !== 201) throw new Error(`The demo could not be published: ${published.body.title ?? ''}`);

  /** Lets the time pass: every moment at which something falls due is stopped at, in order. */
  async function passTo(at: Instant): Promise<void> {
    for (;;) {
      const due = runner.state.due.peek()?.at;
      const there = await context.standInsNextDue();
      const next = [due, there === null ? undefined : instantOf(there)]
        .filter((x) => x !== undefined)
        .map((x) => (x < runner.now() ? runner.now() : x))
        .sort()[0];
      if (next === undefined || next > at) break;
      context.demoClock?.moveTo(next);
      await context.tellTime();
      await runner.settle();
    }
    if (at > runner.now()) context.demoClock?.moveTo(at);
    await context.tellTime();
    await runner.settle();
  }

  const used = new Set<string>();
  const addresses = content.paths.map((p) => p.address);
  /** A moment in waking hours of the day on which this falls. */
  const waking = (at: Instant): Instant =>
    instantOf(Math.round(Math.floor(msOf(at) / DAY) * DAY + (7 + random.next() * 14) * 3_600_000));
  const between = (from: Instant, to: Instant, shape: (x: number) => number): Instant =>
    waking(addMs(from, Math.round(shape(random.next()) * (msOf(to) - msOf(from) - DAY))));
  type Visit = { at: Instant; come: () => Promise<void> };
  const visits: Visit[] = [];

  // Buyers come more often as the season goes on.
  const season = [
    ...Array.from({ length: SEASON_BUYERS }, () => between(SEASON, DEMO_DAY, Math.sqrt)).sort(),
    addMs(DEMO_DAY, -26 * 3_600_000),
    addMs(DEMO_DAY, -9 * 3_600_000),
    addMs(DEMO_DAY, -40 * 60_000),
  ];
  for (const [i, at] of season.entries()) visits.push({ at, come: () => seasonBuyer(i) });
  for (let i = 0; i < YEAR_BUYERS; i += 1)
    visits.push({ at: between(DEMO_OPENS, DEMO_DAY, (x) => x ** 0.8), come: () => yearBuyer(i) });
  // Those who keep the rarer states company, so that each exists on the demo's day.
  const before = (days: number): Instant => waking(addMs(DEMO_DAY, -days * DAY));
  const told: [days: number, path: number, price: number, card: string][] = [
    [7, 0, 0, CARDS.disputed],
    [5, 3, 0, CARDS.good],
    [9, 3, 0, CARDS.good],
    [16, 3, 0, CARDS.later],
    [33, 0, 2, CARDS.later],
    [44, 4, 1, CARDS.later],
    [70, 3, 0, CARDS.good],
    [50, 3, 0, CARDS.good],
    [100, 4, 1, CARDS.good],
    [200, 4, 1, CARDS.good],
    [90, 3, 0, CARDS.later],
  ];
  for (const [days, path, price, card] of told)
    visits.push({ at: before(days), come: () => lastingBuyer(path, price, card) });

  const learns = learning({ address, content, letIn }, seeded(1849), used);
  for (const learner of inventedLearners(DEMO_DAY, seeded(1848), CARDS)) {
    visits.push({ at: learner.joins, come: () => learns.join(learner) });
    for (const comes of learner.comes) visits.push({ at: comes.at, come: () => learns.study(learner, comes) });
  }
  const comes = coming({ address, content, letIn }, seeded(1852), used);
  for (const comer of inventedComers(DEMO_DAY, seeded(1853), CARDS)) {
    visits.push({ at: comer.at, come: () => comes.join(comer) });
    for (const at of comer.looks) visits.push({ at, come: () => comes.look(comer) });
  }
  const walks = walking({ address, content, owner, now: () => runner.now(), letIn }, seeded(1860), used, CARDS.good);
  for (const walker of inventedWalkers(DEMO_DAY, seeded(1861))) {
    visits.push({ at: walker.at, come: () => walks.join(walker) });
    for (const { at, does } of walker.looks) visits.push({ at, come: () => walks.look(walker, does) });
  }
  visits.push({ at: addMs(DEMO_DAY, -2 * DAY), come: () => walks.tidy(addMs(DEMO_DAY, -3 * DAY)) });
  const listens = listening({ address, content, owner, letIn }, seeded(1871), used, CARDS.good);
  const listeners = inventedListeners(DEMO_DAY, EVENINGS, seeded(1872));
  const movedAt = listens.movedAt(DEMO_DAY);
  for (const listener of listeners) {
    visits.push({ at: listener.at, come: () => listens.join(listener) });
    visits.push({ at: addMs(movedAt, DAY), come: () => listens.answer(listener) });
  }
  visits.push(
    { at: movedAt, come: () => listens.move() },
    { at: '2026-05-08T09:00:00.000Z', come: () => listens.note() },
  );
  for (let i = 0; i < WAY_BUYERS; i += 1) visits.push({ at: wayMoment(i), come: () => wayBuyer(i) });

  for (const { at, come } of visits.sort((a, b) => (a.at < b.at ? -1 : 1))) {
    await passTo(at);
    await come();
    await runner.settle();
  }

  /** As a mailed link does. */
  async function letIn(buyer: Buyer, mailed: string): Promise<void> {
    const id = context.people.find(mailed)?.id ?? '';
    await buyer.fetch(`/member/enter/${await context.doors.makeLink(id, 60_000)}`, { method: 'POST' });
  }

  /** Some days apart, the last on the demo's own eve. */
  function wayMoment(i: number): Instant {
    return addMs(DEMO_DAY, -Math.round((WAY_BUYERS - i) * 1.1 * DAY) + 7 * 3_600_000);
  }

  /** Buyers of the newer paths: with extra, offer and softer offer; side by side; through the talk's entrance. */
  async function wayBuyer(i: number): Promise<void> {
    const who = inventedPerson(wayDice, used, NEWER_FIRST);
    const buyer = new Buyer(address);
    const [spring, side, talk] = content.paths.slice(-3);
    const path = [spring, side, talk][i % 3];
    if (!path) return;
    const [entrance] = path.entrances ?? [];
    if (entrance && wayDice.next() < 0.8) await buyer.fetch(`/${path.address}/in/${entrance.word}`);
    const tills = path.steps.filter((s) => s.kind === 'checkout');
    const till = wayDice.pick(tills);
    const opened = await buyer.openCheckout(path.address, till.address);
    const [extra] = opened.prices[0]?.extras ?? [];
    const country = wayDice.pick(COUNTRIES);
    const chosen = { country, ...(extra && wayDice.next() < 0.4 ? { extras: [extra.id] } : {}) };
    const page = await buyer.quoteWith(opened, chosen);
    const answer = await buyer.pay(page, who, CARDS.good, 0, chosen);
    if (answer.body.state?.status !== 'paid')
      throw new Error(`Buyer ${i} of a newer path could not pay: ${JSON.stringify(answer.body)}`);
    for (let next = answer.body.state.next; !next.endsWith('/thanks');) {
      const offer = await buyer.openOffer(next);
      if (wayDice.next() < 0.25) {
        const taken = await buyer.accept(offer);
        next = taken.body.state?.status === 'paid' ? taken.body.state.next : await buyer.decline(offer);
      } else next = await buyer.decline(offer);
    }
  }

  async function seasonBuyer(i: number): Promise<void> {
    const who = inventedPerson(random, used);
    const buyer = new Buyer(address);
    const refusedFirst = i === 11 || i === 29;
    const path = refusedFirst || i === 38 || random.next() < 0.6 ? 0 : random.next() < 0.7 ? 1 : 2;
    const open = async (): Promise<Awaited<ReturnType<Buyer['openCheckout']>>> =>
      buyer.openCheckout(addresses[path] ?? '');
    const free = path === 2;
    // Two cards are refused first; one of those people comes back with another.
    if (refusedFirst) await buyer.pay(await open(), who, CARDS.poor);
    if (i === 29) return;
    const card = i === 38 ? CARDS.disputed : CARDS.good;
    const page = await open();
    const price = path === 0 && random.next() < 0.12 ? 1 : 0;
    const ticked = tickedOf(page);
    const chosen = { ...(page.country === '' ? {} : { country: page.country }), ...ticked };
    const shown = ticked.extras ? await buyer.quoteWith(page, chosen) : page;
    const answer = await buyer.pay(shown, who, free ? null : card, price, chosen);
    if (answer.body.state?.status !== 'paid')
      throw new Error(`Buyer ${i} could not pay: ${JSON.stringify(answer.body)}`);
    await answerOffer(buyer, answer.body.state.next);
    await fetchSome(buyer, path);
    if (i === 9 || i === 24 || i === 33) await giveBack(i === 24);
  }

  async function yearBuyer(i: number): Promise<void> {
    const dice = random.next();
    const path = dice < 0.3 ? 0 : dice < 0.42 ? 1 : dice < 0.55 ? 2 : dice < 0.92 ? 3 : 4;
    const price =
      path === 0
        ? random.next() < 0.35
          ? 2
          : 0
        : path === 3
          ? random.next() < 0.2
            ? 1
            : 0
          : path === 4
            ? random.next() < 0.6
              ? 1
              : 0
            : 0;
    await lastingBuyer(path, price, random.next() < 0.1 ? CARDS.later : CARDS.good, i);
  }

  async function lastingBuyer(path: number, price: number, card: string, i = 0): Promise<void> {
    const who = inventedPerson(random, used);
    const buyer = new Buyer(address);
    const coupon =
      path === 3 && random.next() < 0.25 ? 'SPRING' : path < 2 && random.next() < 0.1 ? 'REEDS5' : undefined;
    const country = random.pick(COUNTRIES);
    const opened = await buyer.openCheckout(addresses[path] ?? '');
    const chosen = { country, ...(coupon === undefined || path === 2 ? {} : { coupon }), ...tickedOf(opened) };
    const page = await buyer.quoteWith(opened, chosen);
    const answer = await buyer.pay(page, who, path === 2 ? null : card, price, chosen);
    if (answer.body.state?.status !== 'paid')
      throw new Error(`Buyer ${i} of the year could not pay: ${JSON.stringify(answer.body)}`);
    await answerOffer(buyer, answer.body.state.next);
    await fetchSome(buyer, path);
    if (random.next() < 0.2) await actOnSomebody();
  }

  /** One in four ticks what stands beside. */
  function tickedOf(page: CheckoutData): { extras?: string[] } {
    const [extra] = page.prices[0]?.extras ?? [];
    return extra && beside.next() < 0.25 ? { extras: [extra.id] } : {};
  }

  /** Two in five take what is offered after payment. */
  async function answerOffer(buyer: Buyer, next: string): Promise<void> {
    if (!next.includes('/offer-')) return;
    const offer = await buyer.openOffer(next);
    if (beside.next() < 0.4) await buyer.accept(offer);
    else await buyer.decline(offer);
  }

  async function fetchSome(buyer: Buyer, path: number): Promise<void> {
    if (random.next() < 0.8)
      for (const href of (await buyer.filesOfThanks(addresses[path] ?? '')).slice(0, 1 + random.int(3)))
        await (await buyer.fetch(href)).arrayBuffer();
  }

  /** Now and then somebody writes, and the seller does what they ask. */
  async function actOnSomebody(): Promise<void> {
    const all = [...runner.state.agreements.values()].filter(
      (a) => a.status === 'active' || a.status === 'past-due' || a.status === 'paused',
    );
    if (all.length === 0) return;
    const a = random.pick(all);
    const dice = random.next();
    const until = dateIn(addMs(runner.now(), (20 + random.int(60)) * DAY), content.shop.zone);
    if (a.status === 'paused') await owner.act(`/agreements/${a.id}/act`, { act: 'return', on: null });
    else if (a.terms.kind === 'plan')
      await owner.act(
        `/agreements/${a.id}/act`,
        dice < 0.3 ? { act: 'stop-plan', keepAccess: true } : { act: 'move-due-day', of: 'month', day: 1 },
      );
    else if (dice < 0.35) await owner.act(`/agreements/${a.id}/act`, { act: 'pause', until });
    else
      await owner.act(`/agreements/${a.id}/act`, { act: 'cancel', when: dice < 0.8 ? 'end' : 'now', giveBack: true });
  }

  /** The last order with money in it, whole or half. */
  async function giveBack(half: boolean): Promise<void> {
    await passTo(addMs(runner.now(), 5 * 3_600_000));
    const order = [...runner.state.orders.values()].findLast(
      (o) =>
        sumsOf(boughtWith(o)).paid > 0 &&
        o.came.path === content.paths[0]?.id &&
        o.lines.every((l) => l.terms.kind === 'once'),
    );
    const line = order?.lines[0];
    if (!order || !line) return;
    const paid = lineBought(order, line.lineId).amount;
    await owner.act('/refunds', {
      orderId: order.id,
      shares: [{ lineId: line.lineId, amount: half ? Math.floor(paid / 2) : paid }],
      reason: half ? 'One file did not play on their phone' : 'Bought twice by mistake',
    });
    await runner.settle();
  }

  // Two more states for the day: one pauses for the summer, one stops at the end of what is paid.
  await passTo(addMs(DEMO_DAY, -3 * DAY));
  const active = [...runner.state.agreements.values()].filter(
    (a) => a.status === 'active' && a.terms.kind === 'subscription',
  );
  if (active[0]) await owner.act(`/agreements/${active[0].id}/act`, { act: 'pause', until: '2026-09-01' });
  if (active[1]) await owner.act(`/agreements/${active[1].id}/act`, { act: 'cancel', when: 'end', giveBack: false });

  await passTo(DEMO_DAY);
  await runner.execute({ type: 'move-clock', to: DEMO_DAY });
  await runner.settle();
  const { zone } = content.shop;
  const orders = [...runner.state.orders.values()];
  for (const { day, view } of inventedVisits(content.paths, orders, {
    today: DEMO_DAY,
    zone,
    release: 1,
    dice: wayDice,
  }))
    context.visits.note(day, view);
  await counter.close();
}
