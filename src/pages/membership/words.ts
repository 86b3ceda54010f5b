import type { Words } from '#core/words';

/** What the pages of a membership say. */
export type MembershipPageWords = Pick<Words, 'course' | 'membership'>;
