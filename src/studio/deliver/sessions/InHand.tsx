import { productKindOf } from '#core/catalogue';
import type { Draft } from '../../data/draft';
import { DateStory } from './DateStory';
import { SessionStory } from './SessionStory';

/** What is in hand of the seller's week: a date of a class with all who have seats, or a session of somebody. */
export function InHand({ id, draft }: { id: string; draft: Draft }) {
  const content = draft.live?.content ?? draft.content;
  const isDate = content.products.some((p) =>
    productKindOf(p)
      .seats?.(p)
      ?.dates.some((date) => date.id === id),
  );
  return isDate ? <DateStory key={id} id={id} zone={content.shop.zone} /> : <SessionStory key={id} id={id} />;
}
