import type { PostalAddress } from '#core/people';
import type { LedToWay } from '#core/ways';
import type { Chosen, Sent } from './api';

/** What stood in a checkout when its buyer was led to a wallet or a bank; never a card. */
export interface Left {
  way: LedToWay;
  name: string;
  address: string;
  priceId: string;
  /** Hash of the sum that they went to approve. */
  shown: string;
  postal?: PostalAddress;
  chosen: Chosen;
}

const keyOf = (stepId: string): string => `keel-left-${stepId}`;

/** Keeps what stands in the form for when its buyer is back. A browser that keeps nothing asks for it again. */
export function keepLeft(stepId: string, left: Left): void {
  try {
    sessionStorage.setItem(keyOf(stepId), JSON.stringify(left));
  } catch {
    // Then it is typed again.
  }
}

/**
 * What was left, for a buyer who has come back: once. The address of the page forgets it, so that a reload is none.
 * @returns null where nobody was away, or nothing was kept
 */
export function takeLeft(stepId: string): (Left & { approved: boolean }) | null {
  const url = new URL(location.href);
  const approved = url.searchParams.has('approved');
  if (!approved && !url.searchParams.has('turned-back')) return null;
  url.searchParams.delete('approved');
  url.searchParams.delete('turned-back');
  history.replaceState(history.state, '', url);
  try {
    const left = sessionStorage.getItem(keyOf(stepId));
    sessionStorage.removeItem(keyOf(stepId));
    return left === null ? null : { ...(JSON.parse(left) as Left), approved };
  } catch {
    return null;
  }
}

const typedKeyOf = (stepId: string): string => `keel-send-${stepId}`;

/** Keeps an address that is being typed while its page is drawn again. A browser that keeps nothing asks for it again. */
export function keepTyped(stepId: string, typed: Sent): void {
  try {
    sessionStorage.setItem(typedKeyOf(stepId), JSON.stringify(typed));
  } catch {
    // Then it is typed again.
  }
}

/** What was kept, once; null where nothing was. */
export function takeTyped(stepId: string): Sent | null {
  try {
    const typed = sessionStorage.getItem(typedKeyOf(stepId));
    sessionStorage.removeItem(typedKeyOf(stepId));
    return typed === null ? null : (JSON.parse(typed) as Sent);
  } catch {
    return null;
  }
}

/** What a button added on the way here was added once: taken off, a reload does not add it again. */
export function forgetAdded(): void {
  const url = new URL(location.href);
  if (!url.searchParams.has('with')) return;
  url.searchParams.delete('with');
  history.replaceState(history.state, '', url);
}
