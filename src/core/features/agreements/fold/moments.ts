import { type Agreement, askedFrom, isStopped } from '#core/agreements';
import type { Instant } from '#core/calendar';
import type { DueItem } from '../../../engine/dueIndex';
import type { AgreementMoment } from './dues';
import type { ShopState } from '../../../engine/state';

/** Every moment that time will bring to an agreement as it is now. What no longer holds then is refused when it comes. */
function momentsOf(a: Agreement): DueItem[] {
  const found: DueItem[] = [];
  const put = (kind: AgreementMoment, at: Instant | null | undefined): void => {
    if (at) found.push({ at, what: { kind, agreementId: a.id } });
  };
  put('end', a.endsAt);
  put('leaving', a.leaving?.remindAt);
  // Stopped: nothing is asked for, and nobody is put out for not having paid.
  if (isStopped(a)) put('return', a.pause?.until);
  else {
    put('due', a.next && askedFrom(a.next));
    put('try', a.pastDue?.tryAt);
    if (a.pastDue && !a.pastDue.held) put('grace', a.pastDue.graceUntil);
    put('end-unpaid', a.pastDue?.endAt);
    put('notice', a.noticeAt);
    put('amount', a.next?.tellAt);
  }
  return found;
}

/**
 * Puts the next moment of an agreement on the index: the first there is, or the first that comes after one that was
 * just looked at. What an answer was waited for, or what has changed, is so looked at again from the beginning.
 */
export function plan(state: ShopState, a: Agreement, after?: DueItem): void {
  let next: DueItem | null = null;
  let place = '';
  const from = after ? state.due.placeOf(after) : '';
  for (const moment of momentsOf(a)) {
    const its = state.due.placeOf(moment);
    if (its <= from || (next && its >= place)) continue;
    next = moment;
    place = its;
  }
  if (next) state.due.set(next);
  else state.due.drop({ kind: 'due', agreementId: a.id });
}
