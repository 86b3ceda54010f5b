import type { CheckoutState } from '../../src/wire';
import { Buyer } from '../../demo/clients';
import type { seeded } from '../../demo/random';
import { CARD } from '../support/counter';
import type { Told } from './checkFolder';

type Random = ReturnType<typeof seeded>;

const CARDS = [CARD.good, CARD.good, CARD.good, CARD.poor, CARD.bank];

/** The checkout that a visit's cookie names. */
const checkoutOf = (buyer: Buyer): string => {
  const [, token = ''] = [...buyer.cookies].find(([name]) => name.startsWith('keel_co_')) ?? [];
  const payload = JSON.parse(Buffer.from(token.split('.')[0] ?? '', 'base64url').toString()) as { checkout: string };
  return payload.checkout;
};

/**
 * One buyer who pays over a shop that may go away at any moment: presses, confirms with the bank where it asks, looks
 * again while it is not known, and notes what they were last told.
 */
export class FaultyBuyer {
  readonly #card: string;
  readonly #confirms: boolean;
  #buyer: Buyer | null = null;
  #page: Awaited<ReturnType<Buyer['openCheckout']>> | null = null;
  #told: Told | null = null;
  readonly #lies: Told[] = [];

  constructor(
    readonly address: string,
    random: Random,
  ) {
    this.#card = CARDS[random.int(CARDS.length)] ?? CARD.good;
    this.#confirms = random.next() < 0.7;
  }

  /** What they were told last, and whatever turned out to be a lie: that nothing was charged, and later that it is paid. */
  get told(): readonly Told[] {
    return [...(this.#told ? [this.#told] : []), ...this.#lies];
  }

  /** Goes on from where they stand. Whatever fails on the way is an answer that never came. */
  async goOn(base: string): Promise<void> {
    try {
      const buyer = (this.#buyer = this.#moved(base));
      this.#page ??= await buyer.openCheckout('field-pack');
      const before = await buyer.state(this.#page);
      this.#hear(before);
      if (before.status !== 'open' && before.status !== 'bank') return;
      if (before.status === 'bank') return await this.#answerBank(before.confirmAt);
      if (this.#told !== null && this.#told.said !== 'not-known') return;
      this.#say('not-known');
      const answer = await buyer.pay(this.#page, { name: this.address, address: this.address }, this.#card);
      if (answer.body.state) this.#hear(answer.body.state);
      else if (answer.status === 503) this.#say('nothing-charged');
      if (answer.body.state?.status === 'bank') await this.#answerBank(answer.body.state.confirmAt);
    } catch {
      // The shop went away: nothing is known until it is asked again.
    }
  }

  async #answerBank(confirmAt: string): Promise<void> {
    const answer = this.#confirms ? 'approve' : 'decline';
    const at = confirmAt.startsWith('/bank/') ? `${this.#page?.cardService ?? ''}${confirmAt}` : confirmAt;
    await this.#buyer?.fetch(at, { method: 'POST', body: new URLSearchParams({ answer }) });
    if (this.#page && this.#buyer) this.#hear(await this.#buyer.state(this.#page));
  }

  /** The same browser, where the shop came up at another port. */
  #moved(base: string): Buyer {
    const buyer = new Buyer(base);
    for (const [name, value] of this.#buyer?.cookies ?? []) buyer.cookies.set(name, value);
    return buyer;
  }

  #hear({ status }: CheckoutState): void {
    // They press again only after having asked, so that nothing of theirs has come between.
    if (status === 'paid' && this.#told?.said === 'nothing-charged') this.#lies.push(this.#told);
    if (status === 'paid') this.#say('paid');
    else if (status === 'refused' || status === 'fell-away') this.#say('nothing-charged');
    else if (status !== 'open') this.#say('not-known');
  }

  #say(said: Told['said']): void {
    if (this.#buyer) this.#told = { checkoutId: checkoutOf(this.#buyer), address: this.address, said };
  }
}
