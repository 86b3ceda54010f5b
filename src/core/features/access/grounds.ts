import type { DecideContext } from '../../engine/command';
import type { Grounds } from './rights';

/** What a decision about who may open what looks at; nothing where no release is live. */
export const groundsOf = ({ now, release, history }: DecideContext): Grounds => ({
  now,
  zone: release?.content.shop.zone ?? 'UTC',
  products: release?.content.products ?? [],
  history,
});
