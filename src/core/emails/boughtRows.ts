import { lineName, type QuoteLine } from '#core/checkout';
import { isLasting } from '#core/terms';
import type { Words } from '#core/words';

/** A line that was bought, as invoices and receipts name it; what sending it costs has a row of its own. */
export function boughtRows(
  say: Words['papers'],
  line: QuoteLine,
  money: (amount: number) => string,
): { text: string; amount: string }[] {
  const fee = line.sending?.fee ?? 0;
  return [
    { text: rowText(say, line, money), amount: money(line.dueToday - fee) },
    ...(line.sending ? [{ text: say.sending(line.sending.country), amount: money(fee) }] : []),
  ];
}

function rowText(say: Words['papers'], line: QuoteLine, money: (amount: number) => string): string {
  const name = lineName(line);
  const numbered = line.article === undefined ? name : say.withArticle(name, line.article);
  // Behind a trial the first full payment comes later, and its own paper says so.
  const now = !isLasting(line.terms) || !line.terms.trial;
  const text = line.owned && now ? say.withOwned(numbered, money(line.owned.amount)) : numbered;
  return line.coupon ? say.withCode(text, line.coupon.code) : text;
}
