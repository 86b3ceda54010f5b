import { Temporal } from 'temporal-polyfill';

/**
 * One subscription's life by the plain rules, day by day, and by another way than the engine's: it knows only what was
 * paid, when, and what was asked for. Nothing here is asked of the engine. Dues fall at ten, acts at noon, in UTC.
 */

interface Paid {
  id: number;
  amount: number;
  /** Refunded, or turned into credit. */
  back: number;
  /** Of which subscription, by the order in which they were begun. */
  of: number;
}
interface Part {
  from: Paid;
  amount: number;
  /** Which credit note it is of. */
  note: number;
}
type Day = Temporal.PlainDate;

const days = (from: Day, to: Day): number => from.until(to, { largestUnit: 'day' }).days;
/** Halves away from zero. */
const share = (amount: number, part: number, of: number): number => Math.floor((2 * amount * part + of) / (2 * of));
const sum = (parts: readonly Part[]): number => parts.reduce((total, { amount }) => total + amount, 0);

export class PlainLife {
  /** What the card was asked for: day and cents. */
  readonly charged: [string, number][] = [];
  readonly refunded: number[] = [];
  #price: number;
  #of = 0;
  #paid: Paid[] = [];
  /** Unused days of earlier subscriptions that are not spent. */
  #credit: Part[] = [];
  #period: { from: Day; until: Day; amount: number; card: Paid | null; credit: Part[] };
  #anchor: Day;
  #n = 1;
  #next: Day;
  #stops = new Map<string, Day>();
  /** Since when what has ended already makes its dates stand still. */
  #movesFrom: Day | null = null;
  /** The lower price that the next due is the first of. */
  #stepsTo: number | null = null;
  #notes = 0;
  #today: Day;

  /** Parcels that payments brought. */
  parcels = 0;
  #sending: number;

  /** @param sending what sending one parcel with each payment costs; 0 where nothing is sent */
  constructor(price: number, begun: string, sending = 0) {
    this.#price = price;
    this.#sending = sending;
    this.#today = Temporal.PlainDate.from(begun);
    this.#anchor = this.#today;
    this.#next = this.#anchor.add({ months: 1 });
    const card = this.#charge(price + sending);
    this.#period = { from: this.#today, until: this.#next, amount: price, card, credit: [] };
    this.#parcel();
  }

  #parcel(): void {
    if (this.#sending > 0) this.parcels += 1;
  }

  get next(): string {
    return this.#next.toString();
  }
  get isOpen(): boolean {
    return this.#stops.size === 0;
  }
  get credit(): number {
    return sum(this.#credit);
  }

  /** Every due up to and on a day. */
  goTo(day: string): void {
    const to = Temporal.PlainDate.from(day);
    while (this.#stops.size === 0 && days(this.#next, to) >= 0) this.#due();
    this.#today = to;
  }

  #due(): void {
    this.#today = this.#next;
    if (this.#stepsTo !== null) return this.#begin(this.#stepsTo);
    this.#n += 1;
    this.#next = this.#anchor.add({ months: this.#n });
    this.#pay(this.#price);
  }

  #pay(amount: number): void {
    const whole = amount + this.#sending;
    const credit = take(this.#credit, whole);
    const card = this.#charge(whole - sum(credit));
    this.#period = { from: this.#today, until: this.#next, amount, card, credit };
    this.#parcel();
  }

  #charge(amount: number): Paid | null {
    if (amount === 0) return null;
    const paid = { id: this.#paid.length, amount, back: 0, of: this.#of };
    this.charged.push([this.#today.toString(), amount]);
    this.#paid.push(paid);
    return paid;
  }

  get mayChange(): boolean {
    return this.#stops.size === 0;
  }

  stepDown(price: number | null): void {
    this.#stepsTo = price;
  }

  switchTo(price: number): void {
    this.#credit.push(...this.#unused());
    this.#begin(price);
  }

  /**
   * Bought at the checkout in its place: unused days pay for it, and what is left of them and of earlier credit goes back
   * at once, in one sum for each note.
   */
  replaceBy(price: number): void {
    const before = this.#credit;
    const unused = this.#unused();
    this.#credit = unused;
    const payments = this.#paid.length;
    this.#begin(price);
    // Where unused days pay all of it the card is looked at with nothing, and that is a payment of its own.
    if (this.#paid.length === payments) this.#paid.push({ id: payments, amount: 0, back: 0, of: this.#of });
    for (const parts of [before, this.#credit]) {
      const byNote = new Map<number, number>();
      for (const { note, amount } of parts) byNote.set(note, (byNote.get(note) ?? 0) + amount);
      this.refunded.push(...[...byNote.values()].filter((amount) => amount > 0));
    }
    this.#credit = [];
  }

  /** From now on another price, and now is its anchor. */
  #begin(price: number): void {
    this.#stepsTo = null;
    this.#price = price;
    this.#of += 1;
    this.#anchor = this.#today;
    this.#n = 1;
    this.#next = this.#anchor.add({ months: 1 });
    this.#pay(price);
  }

  /** The shop is away until a day: where a due falls into that time it moves, as by a pause. */
  away(day: string): void {
    const to = Temporal.PlainDate.from(day);
    const isMissed = this.#stops.size === 0 && days(this.#next, to) >= 0;
    if (isMissed) this.stop('pause');
    this.#today = to;
    if (isMissed) this.goOn('pause');
  }

  /** The days that are left, without sending, as credit: of earlier credit that paid for them, and of the card's payment under a note of its own. */
  #unused(): Part[] {
    const { amount, until, from, card, credit } = this.#period;
    const all = days(from, until);
    const left = Math.min(all, Math.max(0, days(this.#today, until)));
    const whole = share(Math.max(0, amount - (card?.back ?? 0)), left, all);
    const byCard = card ? Math.max(0, Math.min(whole, card.amount - card.back, amount - sum(credit))) : 0;
    const again = take(
      credit.map((part) => ({ ...part })),
      whole - byCard,
    );
    if (!card || byCard === 0) return again;
    card.back += byCard;
    this.#notes += 1;
    return [...again, { from: card, amount: byCard, note: this.#notes }];
  }

  stop(why: string): void {
    this.#stops.set(why, this.#today);
  }

  /** One reason less. A pause moves its dates, and so does a dispute during which it would have been due. */
  goOn(why: string): void {
    const since = this.#stops.get(why);
    if (!since) return;
    const passed = days(since, this.#next) > 0 && days(this.#next, this.#today) >= 0;
    if (why === 'pause' || passed) if (!this.#movesFrom || days(since, this.#movesFrom) > 0) this.#movesFrom = since;
    this.#stops.delete(why);
    if (this.#stops.size > 0) return;
    const from = this.#movesFrom;
    this.#movesFrom = null;
    if (!from) return;
    const was = this.#next;
    this.#next = this.#today.add({ days: days(from, was) });
    this.#anchor = this.#next;
    this.#n = 0;
    const moved = { days: days(was, this.#next) };
    this.#period = { ...this.#period, from: this.#period.from.add(moved), until: this.#period.until.add(moved) };
  }

  /** What can be refunded of the subscription's own payments, the newest first. */
  mostBack(disputed: ReadonlySet<number>): number {
    return this.#own(disputed).reduce((total, { amount, back }) => total + amount - back, 0);
  }

  refund(amount: number, disputed: ReadonlySet<number>): void {
    let rest = amount;
    for (const paid of this.#own(disputed)) {
      const part = Math.min(rest, paid.amount - paid.back);
      if (part === 0) continue;
      paid.back += part;
      this.refunded.push(part);
      rest -= part;
    }
  }

  #own(disputed: ReadonlySet<number>): Paid[] {
    return this.#paid.filter(({ of, id }) => of === this.#of && !disputed.has(id)).reverse();
  }

  get payments(): number {
    return this.#paid.length;
  }

  /** Whether a payment is of what runs now. */
  isOwn(id: number): boolean {
    return this.#paid[id]?.of === this.#of;
  }

  /** Whether a payment's money pays for what runs now: its own, or by credit. */
  pays(id: number): boolean {
    const parts = [...this.#period.credit, ...this.#credit].filter(({ amount }) => amount > 0);
    return this.#paid[id]?.of === this.#of || parts.some(({ from }) => from.id === id);
  }
}

/** Takes an amount of parts, the oldest first, and leaves the rest in them. */
function take(parts: Part[], amount: number): Part[] {
  const taken: Part[] = [];
  let rest = amount;
  for (const part of parts) {
    const now = Math.min(rest, part.amount);
    if (now === 0) continue;
    taken.push({ from: part.from, amount: now, note: part.note });
    part.amount -= now;
    rest -= now;
  }
  return taken;
}
