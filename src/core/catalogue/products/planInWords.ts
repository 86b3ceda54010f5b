import { formatDay } from '#core/calendar';
import type { OpeningPlan } from '#core/opening';
import { wordsFor } from '#core/words';

/** How its parts open, for buyers; empty where all of it opens with the pass. */
export function planInWords(plan: OpeningPlan | null, locale: string): string {
  const say = wordsFor(locale).pages.opensBy;
  switch (plan?.opens) {
    case 'every':
      return say.every(plan.every.count, plan.every.unit);
    case 'in-order':
      return say.inOrder;
    case 'after':
      return say.after(plan.days);
    case 'on':
      return say.on(formatDay(`${plan.date}T12:00:00.000Z`, 'UTC', locale));
    default:
      return '';
  }
}
