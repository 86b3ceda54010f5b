import * as z from 'zod';
import { wordsFor } from '#core/words';
import { productShape } from '../base';
import type { ProductKind } from '../kind';
import { NOTHING_INSIDE } from '../nothingInside';

/** An item that is sent by post: where to is asked at the checkout, what that costs stands with the price. */
export const Posted = z.object({
  ...productShape('posted'),
  /** Within how many days it is sent. */
  withinDays: z.int().min(1).max(90),
});
export type Posted = z.infer<typeof Posted>;

declare module '../product' {
  interface ProductsByKind {
    posted: Posted;
  }
}

export const postedKind: ProductKind<Posted> = {
  ...NOTHING_INSIDE,
  withdrawal: 'goods',
  kind: 'posted',
  name: 'An item sent by post',
  explains: 'Its checkout asks where to, and adds what sending costs. You have a list of what is to be sent.',
  several: 'Sent by post',
  schema: Posted,
  fresh: (base) => ({ ...base, kind: 'posted', withinDays: 3 }),
  upgrade: (posted) => posted,
  holds: () => true,
  findings: () => [],
  describe: ({ withinDays }, locale) => wordsFor(locale).pages.posted(withinDays),
  waits: () => 'sending',
};
