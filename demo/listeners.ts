import { addMs, DAY, type Instant, MINUTE } from '#core/calendar';
import type { ReleaseContent } from '#core/release';
import type { ClassAnswer } from '../src/wire';
import { Buyer, type Owner } from './clients';
import { inventedPerson, LISTENER_FIRST } from './people';
import type { Random } from './random';

/** Somebody who buys a seat at an evening: which, how many, and how they answer once it is moved. */
interface Listener {
  at: Instant;
  evening: number;
  seats: number;
  answers: 'keeps' | 'another' | 'money';
}

/** How many come to each evening, two of them with somebody; the third is sold out. */
const COMING = [9, 7, 10, 5, 2];
/** The evening that is moved, some days before the demo's day. */
const MOVED = { evening: 3, from: '2026-06-26T19:30:00.000Z', days: 4 };

export function inventedListeners(today: Instant, dates: readonly string[], dice: Random): Listener[] {
  return COMING.flatMap((many, evening) =>
    Array.from({ length: many }, (_, i): Listener => {
      const last = Math.min(Date.parse(dates[evening] ?? today), Date.parse(today)) - 2 * DAY;
      const at = addMs(new Date(last).toISOString(), -(3 + dice.int(18)) * DAY + dice.int(600) * MINUTE);
      const answers = evening !== MOVED.evening ? 'keeps' : i === 1 ? 'another' : i === 3 ? 'money' : 'keeps';
      return { at, evening, seats: i === 2 || (evening === 2 && i === 5) ? 2 : 1, answers };
    }),
  );
}

interface Shop {
  address: string;
  content: ReleaseContent;
  owner: Owner;
  /** Signs a browser in as a person. */
  letIn: (buyer: Buyer, address: string) => Promise<void>;
}

/** How they buy and answer, over HTTP like everybody; the seller moves an evening and notes who was there. */
export function listening({ address, content, owner, letIn }: Shop, dice: Random, used: Set<string>, card: string) {
  const product = content.products.find((p) => p.kind === 'live-class');
  const offer = content.offers.find((o) => product && o.productIds.includes(product.id));
  const path = content.paths.find((p) => p.offerId === offer?.id);
  if (product?.kind !== 'live-class' || !path) throw new Error('The demo sells a class');
  const { id, dates } = product;
  const browsers = new Map<Listener, Buyer>();

  return {
    async join(listener: Listener): Promise<void> {
      const who = inventedPerson(dice, used, LISTENER_FIRST);
      const buyer = new Buyer(address);
      const opened = await buyer.openCheckout(path.address);
      const chosen = {
        ...(opened.country === '' ? {} : { country: opened.country }),
        dates: [dates[listener.evening]?.id ?? ''],
        ...(listener.seats > 1 ? { quantity: listener.seats } : {}),
      };
      const answer = await buyer.pay(await buyer.quoteWith(opened, chosen), who, card, 0, chosen);
      if (answer.body.state?.status !== 'paid')
        throw new Error(`Somebody could not buy a seat: ${JSON.stringify(answer.body)}`);
      const own = new Buyer(address);
      await letIn(own, who.address);
      browsers.set(listener, own);
    },
    /** Once it is moved some choose another evening, or take their money back. */
    async answer(listener: Listener): Promise<void> {
      const browser = browsers.get(listener);
      if (!browser || listener.answers === 'keeps') return;
      const read = (await (await browser.fetch(`/member/api/classes/${id}`)).json()) as ClassAnswer;
      const seat = read.dates.find(({ mine }) => mine?.offered)?.mine?.sessionId ?? '';
      const act = listener.answers === 'money' ? { act: 'money' } : { act: 'change', dateId: dates[4]?.id, zone: null };
      await browser.json(`/member/api/seats/${seat}`, act);
    },
    async move(): Promise<void> {
      await owner.act(`/classes/${id}/${dates[MOVED.evening]?.id}`, {
        act: 'move',
        from: MOVED.from,
        offers: { otherDate: true, money: true },
      });
    },
    /** Who was there on the first evening; the second waits for the seller. */
    async note(): Promise<void> {
      const story = (await (await owner.fetch(`/owner/api/classes/${dates[0]?.id}`)).json()) as {
        people: { sessionId: string }[];
      };
      await owner.act(`/classes/${id}/${dates[0]?.id}`, {
        act: 'held',
        missed: story.people.slice(0, 1).map(({ sessionId }) => sessionId),
      });
    },
    movedAt: (today: Instant): Instant => addMs(today, -MOVED.days * DAY),
  };
}
