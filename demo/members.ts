import { addMs, DAY, type Instant } from '#core/calendar';
import type { ProductId } from '#core/ids';
import type { ReleaseContent } from '#core/release';
import { Buyer } from './clients';
import { inventedPerson, MEMBER_FIRST } from './people';
import type { Random } from './random';

/** Somebody who comes to one of the newest things: to which, when, and whether their card fails later. */
export interface Comer {
  at: Instant;
  title: string;
  price: number;
  card: string;
  /** When they look in. */
  looks: Instant[];
}

/** How many come to each, over how many days up to today. */
const COMERS: readonly [title: string, many: number, days: number, prices: readonly number[]][] = [
  ['The Hide', 46, 360, [0, 0, 0, 1]],
  ['The Hide, with the course', 14, 200, [0]],
  ['A first spring', 9, 110, [0]],
  ['Ten mornings', 24, 60, [0]],
];

export function inventedComers(today: Instant, dice: Random, cards: { good: string; later: string }): Comer[] {
  return COMERS.flatMap(([title, many, days, prices]) =>
    Array.from({ length: many }, (): Comer => {
      const ago = 0.3 + dice.next() * days;
      const at = addMs(today, -Math.round(ago * DAY));
      const looks = Array.from({ length: dice.int(4) }, () => addMs(at, Math.round(dice.next() * ago * 0.98 * DAY)));
      return {
        at,
        title,
        price: dice.pick(prices),
        card: dice.next() < 0.1 ? cards.later : cards.good,
        looks: looks.sort(),
      };
    }),
  );
}

interface Shop {
  address: string;
  content: ReleaseContent;
  /** Signs a browser in as a person. */
  letIn: (buyer: Buyer, address: string) => Promise<void>;
}

/** How they buy and look in, over HTTP like everybody. */
export function coming({ address, content, letIn }: Shop, dice: Random, used: Set<string>) {
  const browsers = new Map<Comer, Buyer>();
  const soldAt = (title: string): { address: string; productId: ProductId } => {
    const offer = content.offers.find((o) => o.title === title);
    const path = content.paths.find((p) => p.offerId === offer?.id);
    if (!offer || !path) throw new Error(`The demo sells ${title}`);
    return { address: path.address, productId: offer.productIds[0] ?? '' };
  };
  return {
    async join(comer: Comer): Promise<void> {
      const who = inventedPerson(dice, used, MEMBER_FIRST);
      const buyer = new Buyer(address);
      const opened = await buyer.openCheckout(soldAt(comer.title).address);
      const free = comer.title === 'Ten mornings';
      const answer = await buyer.pay(opened, who, free ? null : comer.card, comer.price);
      if (answer.body.state?.status !== 'paid')
        throw new Error(`Somebody could not join ${comer.title}: ${JSON.stringify(answer.body)}`);
      const own = new Buyer(address);
      await letIn(own, who.address);
      browsers.set(comer, own);
    },
    async look(comer: Comer): Promise<void> {
      const browser = browsers.get(comer);
      await browser?.fetch('/member/api/me');
      await browser?.fetch(`/member/in/${soldAt(comer.title).productId}`);
    },
  };
}
