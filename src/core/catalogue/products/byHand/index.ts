import * as z from 'zod';
import { wordsFor } from '#core/words';
import { plainFromRich, RichText } from '../../richText';
import { productShape } from '../base';
import type { ProductKind } from '../kind';
import { NOTHING_INSIDE } from '../nothingInside';

/** Something the seller does for its buyer: a page of what happens next, and a task until it is marked as done. */
export const Work = z.object({
  ...productShape('work'),
  /** What happens next, as its buyer reads it. */
  next: RichText,
  /** Within how many days it is done; null where that is not said. */
  withinDays: z.int().min(1).max(365).nullable(),
});
export type Work = z.infer<typeof Work>;

declare module '../product' {
  interface ProductsByKind {
    work: Work;
  }
}

const isBlank = (text: RichText): boolean => plainFromRich(text).trim() === '';

export const workKind: ProductKind<Work> = {
  ...NOTHING_INSIDE,
  withdrawal: 'services',
  kind: 'work',
  name: 'Work you do by hand',
  explains: 'Something you do for each buyer. They read what happens next; you have it before you until it is done.',
  several: 'Work by hand',
  schema: Work,
  fresh: (base) => ({ ...base, kind: 'work', next: { type: 'doc', content: [] }, withinDays: 7 }),
  upgrade: (work) => work,
  holds: ({ next }) => !isBlank(next),
  findings: ({ next }, title) =>
    isBlank(next)
      ? [
          {
            code: 'no-next',
            text: `${title} does not say what happens next: a buyer would pay and read nothing.`,
            empties: true,
          },
        ]
      : [],
  describe: ({ withinDays }, locale) => wordsFor(locale).pages.work(withinDays),
  waits: () => 'work',
};
