import type { EventOf } from '#core/journal';
import type { PersonId } from '#core/ids';
import { onceKey, pairOf } from '../../../engine/ids';
import { need } from '../../../engine/known';
import type { Progress } from '../../learning/fold/state';
import type { ShopState } from '../../../engine/state';

type Joined = EventOf<'people.joined'>['data'];

/** What is counted of one person begins with their id, or with what can be had only once and then their id. */
const ONCE = ['begins', 'runs'] as const;

/** Everything of one person becomes another's. */
export function joinedPeople(state: ShopState, joined: Joined): void {
  const { personId: from, intoId: into } = joined;
  const whose = (id: PersonId): PersonId => (id === from ? into : id);
  state.people.delete(from);
  for (const [one, other] of state.joined) if (other === from) state.joined.set(one, into);
  state.joined.set(from, into);

  for (const id of joined.orderIds) {
    const order = need(state.orders, id);
    order.personId = whose(order.personId);
    order.recipientId = order.recipientId && whose(order.recipientId);
  }
  for (const id of joined.passIds) need(state.passes, id).personId = into;
  for (const id of joined.agreementIds) {
    const agreement = need(state.agreements, id);
    agreement.personId = into;
    const asked = agreement.unanswered === null ? undefined : state.dueCharges.get(agreement.unanswered);
    if (asked?.status === 'asked' && asked.to) asked.to = { ...asked.to, personId: into };
  }
  for (const key of joined.chargeKeys) {
    const charge = need(state.charges, key);
    charge.personId = whose(charge.personId);
    charge.recipientId = charge.recipientId && whose(charge.recipientId);
    charge.opens = charge.opens.map((pass) => ({ ...pass, personId: whose(pass.personId) }));
  }
  for (const effect of state.pending.inLane('service-email')) {
    if (effect.kind === 'mail' || effect.kind === 'access-mail')
      state.pending.set(effect.key, { ...effect, personId: whose(effect.personId) });
    if (effect.kind === 'agreement-mail') {
      const { message } = effect;
      state.pending.set(effect.key, { ...effect, message: { ...message, personId: whose(message.personId) } });
    }
  }

  // In the order in which each came, as if they had been one from the beginning.
  unite(state.ordersOfPerson, from, into, (id) => need(state.orders, id).number);
  unite(state.passesOfPerson, from, into, (id) => need(state.passes, id).from);
  unite(state.agreementsOfPerson, from, into, (id) => need(state.agreements, id).start);
  addCounts(state.taken, from, into);
  for (const key of [...state.begun]) {
    const offerId = ownKey(key, from);
    if (offerId !== null && state.begun.delete(key)) state.begun.add(pairOf(into, offerId));
  }
  for (const [key, progress] of [...state.progress]) {
    const productId = ownKey(key, from);
    if (productId === null) continue;
    state.progress.delete(key);
    const known = state.progress.get(pairOf(into, productId));
    state.progress.set(pairOf(into, productId), known ? together(known, progress) : progress);
  }
}

/** What stands after somebody's id in a key; null where it is another's. */
const ownKey = (key: string, personId: PersonId): string | null =>
  key.startsWith(pairOf(personId, '')) ? key.slice(personId.length + 1) : null;

/** What both took is counted together: places, uses of a coupon, the trial or subscription that is being paid for. */
function addCounts(taken: Map<string, number>, from: PersonId, into: PersonId): void {
  for (const [key, count] of [...taken]) {
    const own = ownKey(key, from);
    const once = ONCE.find((what) => key.startsWith(onceKey(what, pairOf(from, ''))));
    const now =
      own !== null
        ? pairOf(into, own)
        : once !== undefined
          ? onceKey(once, pairOf(into, key.slice(onceKey(once, pairOf(from, '')).length)))
          : null;
    if (now === null) continue;
    taken.delete(key);
    taken.set(now, (taken.get(now) ?? 0) + count);
  }
}

function unite<T extends string>(
  map: Map<PersonId, T[]>,
  from: PersonId,
  into: PersonId,
  order: (id: T) => string | number,
): void {
  const theirs = map.get(from);
  if (!theirs) return;
  map.delete(from);
  const sorted = [...(map.get(into) ?? []), ...theirs].map((id) => ({ id, at: order(id) }));
  sorted.sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0));
  map.set(
    into,
    sorted.map(({ id }) => id),
  );
}

/** What both have done of one product, each thing since it was first done. */
function together(one: Progress, other: Progress): Progress {
  const done = new Map(one.done);
  for (const [lessonId, at] of other.done) {
    const known = done.get(lessonId);
    if (known === undefined || at < known) done.set(lessonId, at);
  }
  const passed = new Map(one.passed);
  for (const [lessonId, pass] of other.passed) {
    const known = passed.get(lessonId);
    if (!known || pass.at < known.at) passed.set(lessonId, pass);
  }
  const finished = [one.finished, other.finished].filter((f) => f !== null).sort((a, b) => (a.at < b.at ? -1 : 1));
  return { done, passed, finished: finished[0] ?? null };
}
