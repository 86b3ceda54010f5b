import { addMs, DAY, type Instant, instantOf, msOf } from '#core/calendar';
import { createCounter } from '../src/counter/createCounter';
import { demoCatalogue } from './catalogue';
import { Buyer, Owner } from './clients';
import { inventedPerson } from './people';
import { seeded } from './random';

export const DEMO_OPENS: Instant = '2026-04-13T07:30:00.000Z';
/** Monday 15 June 2026, 09:00 in Lisbon. */
export const DEMO_DAY: Instant = '2026-06-15T08:00:00.000Z';
const CARDS = { good: '9000000000000001', poor: '9000000000000019', disputed: '9000000000000050' };
const BUYERS = 42;

/**
 * Makes the demo shop by running the real one: a counter over HTTP, its clock moved from buyer to buyer. Names,
 * choices and days come from a fixed seed.
 */
export async function buildDemo(dataFolder: string, clientFolder: string): Promise<void> {
  const random = seeded(42);
  let count = 0;
  const counter = await createCounter({ dataFolder, clientFolder, mode: 'demo', port: 0, demoStart: DEMO_OPENS, ids: { next: (prefix) => `${prefix}_${String((count += 1)).padStart(5, '0')}${random.int(1e9).toString(36)}` } });
  const { context, address } = counter;
  const { runner } = context;
  const owner = new Owner(address);
  await owner.connect(context.secrets.ownerKey);
  const content = await demoCatalogue((bytes) => owner.upload(bytes));
  const published = await owner.publish(null, content);
  if (published.status !== 201) throw new Error(`The demo could not be published: ${published.body.title ?? ''}`);

  async function passTo(at: Instant): Promise<void> {
    if (at > runner.now()) context.demoClock?.moveTo(at);
    await context.tellTime();
    await runner.settle();
  }

  const span = msOf(DEMO_DAY) - msOf(DEMO_OPENS) - DAY;
  const used = new Set<string>();
  const addresses = content.paths.map((p) => p.address);
  // Buyers come more often as the season goes on, and in waking hours.
  const moments = Array.from({ length: BUYERS }, () => Math.sqrt(random.next()) * span).sort((a, b) => a - b).map((ms) => {
    const day = Math.floor((msOf(DEMO_OPENS) + ms) / DAY) * DAY;
    return instantOf(Math.round(day + (7 + random.next() * 14) * 3_600_000));
  });
  for (const [i, at] of [...moments, addMs(DEMO_DAY, -26 * 3_600_000), addMs(DEMO_DAY, -9 * 3_600_000), addMs(DEMO_DAY, -40 * 60_000)].entries()) {
    await passTo(at);
    const who = inventedPerson(random, used);
    const buyer = new Buyer(address);
    const refusedFirst = i === 11 || i === 29;
    const path = refusedFirst || i === 38 || random.next() < 0.6 ? 0 : random.next() < 0.7 ? 1 : 2;
    const open = async (): Promise<Awaited<ReturnType<Buyer['openCheckout']>>> => buyer.openCheckout(addresses[path] ?? '');
    const free = path === 2;
    // Two cards are refused first; one of those people comes back with another.
    if (refusedFirst) await buyer.pay(await open(), who, CARDS.poor);
    if (i === 29) continue;
    const card = i === 38 ? CARDS.disputed : CARDS.good;
    const answer = await buyer.pay(await open(), who, free ? null : card, path === 0 && random.next() < 0.12 ? 1 : 0);
    if (answer.body.state?.status !== 'paid') throw new Error(`Buyer ${i} could not pay: ${JSON.stringify(answer.body)}`);
    if (random.next() < 0.8) for (const href of (await buyer.filesOfThanks(addresses[path] ?? '')).slice(0, 1 + random.int(3))) await (await buyer.fetch(href)).arrayBuffer();
    await runner.settle();
    if (i === 9 || i === 24 || i === 33) await giveBack(i === 24);
  }

  /** The last order with money in it, whole or half. */
  async function giveBack(half: boolean): Promise<void> {
    await passTo(addMs(runner.now(), 5 * 3_600_000));
    const order = [...runner.state.orders.values()].findLast((o) => o.paymentId !== null);
    const line = order?.lines[0];
    if (!order || !line) return;
    await owner.act('/refunds', { orderId: order.id, shares: [{ lineId: line.lineId, amount: half ? Math.floor(line.paid / 2) : line.paid }], reason: half ? 'One file did not play on their phone' : 'Bought twice by mistake' });
    await runner.settle();
  }

  await passTo(DEMO_DAY);
  await runner.execute({ type: 'move-clock', to: DEMO_DAY });
  await runner.settle();
  await counter.close();
}
