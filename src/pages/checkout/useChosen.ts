import { useRef, useState } from 'react';
import type { CheckoutPrice, QuoteAnswer } from '../../wire';
import { type Answer, type Chosen, readPrices, type Till } from './api';
import { shownIn } from './useTypedEarly';

/** What stands in fields beside a price. A field that is not on the page holds nothing. */
const inFields = (): Pick<Chosen, 'coupon' | 'vatNumber' | 'named'> => ({
  coupon: shownIn('coupon').trim(),
  vatNumber: shownIn('vat').trim(),
  named: shownIn('named').trim(),
});

/** What is chosen, and the answers to it. */
export interface Asked {
  /** New sums are on their way: nothing is paid that was not shown. */
  quoting: boolean;
  chosen: Chosen;
  /** The prices with what is chosen beside them, as the shop last said. */
  prices: readonly CheckoutPrice[];
  /** What stands against a coupon, a number, an amount as typed. */
  stands: QuoteAnswer['wrong'];
  /** What is chosen now, also before the page is drawn again. */
  now(): Chosen;
  /** The same without a code or number that its field says does not work, and with the dates that stand on the page. */
  works(): Chosen;
  /** Chooses, and asks for new sums. Null when something else was chosen meanwhile: its answer is the one that counts. */
  choose(patch: Partial<Chosen>): Promise<Answer | null>;
  /** Notes what changes no sum. */
  note(patch: Partial<Chosen>): void;
  /** Shows what came with an answer. */
  took(answer: Answer): void;
  /** What was typed beside a price and never asked for: Enter pressed in the field, or a code without its button. */
  unasked(price: CheckoutPrice): Partial<Chosen>;
}

/** What is chosen beside a price, and the sums that it comes to: the shop's, never this page's. */
export function useChosen(
  data: Till & { prices: readonly CheckoutPrice[]; country: string; coupon: string; ticked: readonly string[] },
  notReached: string,
): Asked {
  const [prices, setPrices] = useState(data.prices);
  const [stands, setStands] = useState<QuoteAnswer['wrong']>({});
  const [quoting, setQuoting] = useState(false);
  const [chosen, setChosen] = useState<Chosen>({
    coupon: data.coupon,
    country: data.country,
    vatNumber: '',
    extras: data.ticked,
    quantity: 1,
    named: '',
    dates: [],
    postal: { country: '', street: '', more: '', postcode: '', city: '' },
  });
  // Two fields may be left in one moment: each adds to what is chosen, none takes back what another chose.
  const latest = useRef(chosen);
  const asked = useRef(0);
  const set = (patch: Partial<Chosen>): Chosen => {
    latest.current = { ...latest.current, ...patch };
    setChosen(latest.current);
    return latest.current;
  };

  function took(answer: Answer): void {
    if (!answer.prices) return;
    setPrices(answer.prices);
    setStands(answer.wrong ?? {});
    // What cannot be had any more is not asked for again.
    const there = new Set(answer.prices.flatMap((price) => price.extras.map((extra) => extra.id)));
    const extras = latest.current.extras.filter((id) => there.has(id));
    if (extras.length < latest.current.extras.length) set({ extras });
  }

  return {
    quoting,
    chosen,
    prices,
    stands,
    now: () => latest.current,
    works: () => ({
      ...latest.current,
      ...(stands.coupon === undefined ? {} : { coupon: '' }),
      ...(stands.vatNumber === undefined ? {} : { vatNumber: '' }),
      // The date that stands there is the one that is paid for, also where nobody has touched it.
      dates: shownDates(prices),
    }),
    note: (patch) => void set(patch),
    took,
    async choose(patch) {
      const next = set(patch);
      const mine = (asked.current += 1);
      setQuoting(true);
      const answer = await readPrices(data, next, notReached);
      if (mine !== asked.current) return null;
      setQuoting(false);
      took(answer);
      return answer;
    },
    unasked(price) {
      const { coupon, vatNumber, named } = inFields();
      const { current } = latest;
      return {
        ...(coupon === current.coupon.trim() ? {} : { coupon }),
        ...(vatNumber === current.vatNumber.trim() ? {} : { vatNumber }),
        ...(price.names === null || named === (current.named.trim() || price.names.value) ? {} : { named }),
      };
    },
  };
}

/** The dates that stand on the page as chosen, each once. */
const shownDates = (prices: readonly CheckoutPrice[]): string[] => [
  ...new Set(prices.flatMap(({ seats }) => seats.flatMap((of) => of.dates.filter((d) => d.chosen).map((d) => d.id)))),
];
