import { addDays, dateIn, type Instant } from '#core/calendar';
import { type Product, withdrawalBasis, type WithdrawalBasis } from '#core/catalogue';
import { weekdayOf } from '#core/booking';
import type { LineId, ProductId } from '#core/ids';
import type { Quote, QuoteLine } from './quote';

/** Directive 2011/83/EU, Article 9(1) (from memory): so many days to withdraw from a contract concluded at a distance. */
const WITHDRAWAL_DAYS = 14;

/** Until which date, the whole of it, a line can be given back. */
export interface BackUntil {
  lineId: LineId;
  /** By law; null where that runs from a delivery that has not happened yet. */
  withdrawal: string | null;
  /** By the seller's guarantee; null where there is none, or where no money has come yet. */
  guarantee: string | null;
}

/**
 * The last dates on which the lines of an order can be given back. They are frozen when the order stands.
 * @param at when it was concluded
 */
export const backUntil = ({ lines, zone }: Pick<Quote, 'lines' | 'zone'>, at: Instant): BackUntil[] => {
  const today = dateIn(at, zone);
  return lines.flatMap((line) =>
    line.withdrawal
      ? [
          {
            lineId: line.lineId,
            withdrawal: withdrawalEnds(line.withdrawal, today),
            guarantee: guaranteeEnds(line, today),
          },
        ]
      : [],
  );
};

/**
 * The last date of withdrawing: fourteen days after the day of the contract (Article 9(2)(a) and (c)), of goods after
 * they were received (Article 9(2)(b)). A period that would end on a Saturday or Sunday ends on the Monday (Regulation
 * (EEC, Euratom) No 1182/71, Article 3(4)). Public holidays are not known here. All from memory.
 * @param contract a date
 * @returns a date; null where goods are among what was bought, whose receipt is not known yet
 */
export function withdrawalEnds(bases: readonly WithdrawalBasis[], contract: string): string | null {
  if (bases.includes('goods')) return null;
  const last = addDays(contract, WITHDRAWAL_DAYS);
  const weekday = weekdayOf(last);
  return weekday === SATURDAY ? addDays(last, 2) : weekday === SUNDAY ? addDays(last, 1) : last;
}

/** Counted from Monday. */
const SATURDAY = 5;
const SUNDAY = 6;

/** So many dates after the first money of the line; null while none has come. */
const guaranteeEnds = ({ guaranteeDays, dueToday }: QuoteLine, today: string): string | null =>
  guaranteeDays === undefined || dueToday === 0 ? null : addDays(today, guaranteeDays);

/** What the right to withdraw from a line goes by: each basis among the products it opens, once. */
export function withdrawalOf(
  productIds: readonly ProductId[],
  products: readonly Product[],
): Pick<QuoteLine, 'withdrawal'> {
  const bases = new Set(products.filter(({ id }) => productIds.includes(id)).map(withdrawalBasis));
  return bases.size === 0 ? {} : { withdrawal: [...bases].sort() };
}
