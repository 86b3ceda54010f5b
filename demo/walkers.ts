import { addMs, DAY, type Instant, MINUTE } from '#core/calendar';
import type { ReleaseContent } from '#core/release';
import type { BookingAnswer } from '../src/wire';
import { Buyer, type Owner } from './clients';
import { inventedPerson, WALKER_FIRST } from './people';
import type { Random } from './random';

/** Somebody who goes on listening walks: when they buy, and when they look in to book, move or call off. */
export interface Walker {
  at: Instant;
  title: string;
  price: number;
  zone: string;
  looks: { at: Instant; does: 'book' | 'move' | 'call-off' }[];
}

const ZONES = ['Europe/Lisbon', 'Europe/Berlin', 'America/New_York', 'Europe/London'];
const STANDING = [
  'At the canal behind our house',
  'In the small wood by the cemetery',
  'On my balcony, fourth floor',
  'At the allotments, near the reeds',
];
const HEARD = ['', 'Something that rattles', 'Mostly blackbirds, I think', ''];

/** How many days before today somebody bought; the last ones have their walks before them. */
const BOUGHT = [150, 121, 112, 96, 95, 83, 74, 62, 55, 47, 40, 33, 26, 19, 13, 9, 6, 4];

export function inventedWalkers(today: Instant, dice: Random): Walker[] {
  return BOUGHT.map((days, i): Walker => {
    const at = addMs(today, -days * DAY + dice.int(600) * MINUTE);
    const monthly = i % 4 === 2;
    const looks: Walker['looks'] = [];
    for (let day = 1; day < days && looks.length < 7; day += 7 + dice.int(9)) {
      const drawn = dice.next();
      looks.push({
        at: addMs(at, day * DAY),
        does: looks.length === 0 || drawn < 0.7 ? 'book' : drawn < 0.86 ? 'move' : 'call-off',
      });
    }
    // Whoever came last has a time in the days to come.
    if (days < 15) looks.push({ at: addMs(today, -Math.round((1.6 + dice.next()) * DAY)), does: 'book' });
    return {
      at,
      title: monthly ? 'A walk each month' : 'Listening walks',
      price: monthly ? 0 : i % 5 === 1 ? 1 : 0,
      zone: ZONES[i % ZONES.length] ?? 'Europe/Lisbon',
      looks,
    };
  });
}

interface Shop {
  address: string;
  content: ReleaseContent;
  owner: Owner;
  now: () => Instant;
  /** Signs a browser in as a person. */
  letIn: (buyer: Buyer, address: string) => Promise<void>;
}

/** How they buy, book and come, over HTTP like everybody; the seller notes what became of each walk. */
export function walking({ address, content, owner, now, letIn }: Shop, dice: Random, used: Set<string>, card: string) {
  const browsers = new Map<Walker, Buyer>();
  const sold = (title: string): { address: string; id: string } => {
    const offer = content.offers.find((o) => o.title === title);
    const path = content.paths.find((p) => p.offerId === offer?.id);
    if (!offer || !path) throw new Error(`The demo sells ${title}`);
    return { address: path.address, id: offer.productIds[0] ?? '' };
  };

  async function look(walker: Walker, does: Walker['looks'][number]['does']): Promise<void> {
    const browser = browsers.get(walker);
    if (!browser) return;
    const { id } = sold(walker.title);
    const read = async (from = ''): Promise<BookingAnswer> =>
      (await (await browser.fetch(`/member/api/coaching/${id}${from}`)).json()) as BookingAnswer;
    const { sessions, questions, slots } = await read();
    for (const past of sessions.filter((s) => s.status === 'booked' && s.until <= now())) await mark(past.id);
    const coming = sessions.find((s) => s.status === 'booked' && s.inTime);
    const at = slots[Math.min(slots.length - 1, dice.int(14))];
    if (does === 'call-off' && coming)
      await browser.json(`/member/api/booked/${coming.id}`, { act: 'call-off', seenLate: false });
    else if (does === 'move' && coming && at !== undefined)
      await browser.json(`/member/api/booked/${coming.id}`, { act: 'move', at, zone: walker.zone });
    else if (at !== undefined && !coming) {
      const words = [dice.pick(STANDING), dice.pick(HEARD)];
      const answers = questions.map((question, i) => ({ id: question.id, text: words[i] ?? '' }));
      await browser.json(`/member/api/coaching/${id}`, { at, zone: walker.zone, answers });
    }
  }

  async function mark(id: string): Promise<void> {
    const missed = dice.next() < 0.12;
    await owner.act(`/booked/${id}`, {
      act: 'mark',
      as: missed ? 'missed' : 'held',
      counts: !missed || dice.next() < 0.5,
    });
    if (!missed && dice.next() < 0.3)
      await owner.act(`/booked/${id}`, {
        act: 'note',
        text: dice.pick(['Heard the water rail at last.', 'Wants to come back at dusk.']),
      });
  }

  return {
    async join(walker: Walker): Promise<void> {
      const who = inventedPerson(dice, used, WALKER_FIRST);
      const buyer = new Buyer(address);
      const opened = await buyer.openCheckout(sold(walker.title).address);
      const answer = await buyer.pay(opened, who, card, walker.price);
      if (answer.body.state?.status !== 'paid')
        throw new Error(`Somebody could not buy ${walker.title}: ${JSON.stringify(answer.body)}`);
      const own = new Buyer(address);
      await letIn(own, who.address);
      browsers.set(walker, own);
    },
    look,
    /** What is over for some days is noted; the newest waits for the seller. */
    async tidy(until: Instant): Promise<void> {
      const { sessions } = (await (
        await owner.fetch(`/owner/api/booked?from=${addMs(until, -90 * DAY).slice(0, 10)}&to=${until.slice(0, 10)}`)
      ).json()) as { sessions: { id: string; status: string; until: string }[] };
      for (const one of sessions) if (one.status === 'booked' && one.until < until) await mark(one.id);
    },
  };
}
