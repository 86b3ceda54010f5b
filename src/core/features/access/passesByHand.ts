import { isRunning } from '#core/agreements';
import type { Instant } from '#core/calendar';
import type { PersonId, ProductId } from '#core/ids';
import { fact } from '#core/journal';
import { isOpen, passState } from '#core/passes';
import { refuse } from '#core/refusal';
import type { Command, DecideContext, Decision } from '../../engine/command';
import { keyOf } from '../../engine/ids';
import { passesFor } from './passesFor';
import { sessionsOf } from '../booking/promised';
import type { ShopState } from '../../engine/state';
import { waitsOf } from '../fulfilment/tasks';

/**
 * Gives products to people, all of it or nothing: from now, until a moment or for good. Somebody who has one of them
 * by another pass gets this one beside it, unless that one lasts at least as long; access is their union.
 */
export function givePasses(
  state: ShopState,
  { gifts, reason, mail = false }: Extract<Command, { type: 'give-passes' }>,
  { now, release, ids }: DecideContext,
): Decision {
  const known = new Set(release?.content.products.map(({ id }) => id));
  if (gifts.some(({ productId }) => !known.has(productId))) return refuse('no-such-product');
  if (gifts.some(({ until }) => until !== null && until <= now)) return refuse('until-past');
  const given = gifts.filter((gift) => !hasForAsLong(state, gift, now));
  const byPerson = new Map<PersonId, ProductId[]>();
  for (const { personId, productId } of mail ? given : [])
    byPerson.set(personId, [...(byPerson.get(personId) ?? []), productId]);
  return {
    events: [
      ...given.map(({ personId, productId, until }) =>
        fact('pass.opened', {
          pass: {
            id: ids.next('p'),
            personId,
            productId,
            cause: { kind: 'gift', reason },
            from: now,
            until,
            ...sessionsOf(release?.content.products ?? [], productId),
            ...waitsOf(release?.content.products ?? [], productId),
          },
        }),
      ),
      // One letter to each, whatever they were given: written down with it, so that none is forgotten.
      ...[...byPerson].map(([personId, productIds]) =>
        fact('access.mailDue', { key: keyOf('access', ids.next('m')), personId, productIds: [...new Set(productIds)] }),
      ),
    ],
  };
}

/** Whether some pass of theirs opens a product until then at least, whatever comes of money. */
export const hasForAsLong = (
  state: ShopState,
  { personId, productId, until }: { personId: PersonId; productId: ProductId; until: Instant | null },
  now: Instant,
): boolean =>
  passesFor(state, personId, productId).some(
    (pass) =>
      isOpen(pass, now) &&
      (pass.cause.kind === 'gift' || pass.cause.agreementId === undefined) &&
      (pass.until === null || (until !== null && pass.until >= until)),
  );

/** Another last moment for a pass that has one, or that was given. What a plan or subscription opens goes by its money. */
export function movePass(
  state: ShopState,
  { passId, until }: Extract<Command, { type: 'move-pass' }>,
  { now }: DecideContext,
): Decision {
  const pass = state.passes.get(passId);
  if (!pass) return refuse('no-such-pass');
  if (passState(pass, now) === 'closed') return refuse('pass-closed');
  if (until <= now) return refuse('until-past');
  if (byMoney(state, passId)) return refuse('pass-by-money');
  return pass.until === until ? { events: [] } : { events: [fact('pass.untilMoved', { passId, until })] };
}

/** Takes a pass back. Money is another matter: giving it back has an act of its own. */
export function withdrawPass(
  state: ShopState,
  { passId }: Extract<Command, { type: 'withdraw-pass' }>,
  { now }: DecideContext,
): Decision {
  const pass = state.passes.get(passId);
  if (!pass) return refuse('no-such-pass');
  if (passState(pass, now) === 'closed') return refuse('pass-closed');
  if (byMoney(state, passId)) return refuse('pass-by-money');
  return { events: [fact('pass.closed', { passId, why: 'withdrawn', dueAt: null })] };
}

/** Whether a payment plan or subscription that still runs opens and closes it. */
function byMoney(state: ShopState, passId: string): boolean {
  const cause = state.passes.get(passId)?.cause;
  const agreement = cause?.kind === 'paid' ? state.agreements.get(cause.agreementId ?? '') : undefined;
  return agreement !== undefined && isRunning(agreement);
}
