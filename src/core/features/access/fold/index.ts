import { type Hold, type HoldReason, opened } from '#core/passes';
import type { PassId, PersonId, ProductId } from '#core/ids';
import type { Instant } from '#core/calendar';
import type { FeatureFold } from '../../../engine/fold';
import { pairOf } from '../../../engine/ids';
import { need, push } from '../../../engine/known';
import { fresh } from './state';

declare module '../../../engine/dueIndex' {
  interface DuesByKind {
    'pass-expires': { passId: PassId };
  }
}
declare module '../../../engine/pendingEffect' {
  interface EffectsByKind {
    /** Somebody was given access by hand. */
    'access-mail': { personId: PersonId; productIds: readonly ProductId[]; at: Instant };
  }
}

export const accessFold: FeatureFold = {
  fresh,
  dues: { 'pass-expires': { rank: 3, thing: ({ passId }) => pairOf('pass', passId) } },
  effects: { 'access-mail': { lane: 'service-email', madeBy: { 'access.mailDue': ({ key }) => key } } },
  facts: {
    'pass.opened': (state, { pass }, at) => {
      state.passes.set(pass.id, opened(pass));
      if (pass.waits) state.tasks.set(pass.id, { passId: pass.id, for: pass.waits.for, since: at, done: null });
      push(state.passesOfPerson, pass.personId, pass.id);
      if (pass.cause.kind === 'paid') {
        state.orders.get(pass.cause.orderId)?.passIds.push(pass.id);
        if (pass.cause.agreementId !== undefined) state.agreements.get(pass.cause.agreementId)?.passIds.push(pass.id);
      }
      if (pass.until !== null) state.due.set({ at: pass.until, what: { kind: 'pass-expires', passId: pass.id } });
    },
    'pass.held': (state, { passId, why }, at) => {
      const { holds } = need(state.passes, passId);
      if (!holds.some((hold) => hold.why === why)) holds.push({ why: why as HoldReason, since: at });
    },
    'pass.released': (state, { passId, why }, at) => {
      const pass = need(state.passes, passId);
      const [first] = pass.holds;
      pass.holds = pass.holds.filter((hold) => !isReleased(hold, why));
      // Where another reason holds it still, the stretch goes on from when that one began.
      const until = pass.holds[0]?.since ?? at;
      if (first && first.since < until) pass.heldBefore = [...pass.heldBefore, { from: first.since, until }];
    },
    'pass.untilMoved': (state, { passId, until }) => {
      const pass = need(state.passes, passId);
      pass.waited = until === null ? pass.until : null;
      pass.until = until;
      if (until !== null) state.due.set({ at: until, what: { kind: 'pass-expires', passId } });
    },
    'pass.closed': (state, { passId, why }, at) => {
      need(state.passes, passId).closed = { why, at };
    },
    'access.mailDue': (state, data, at) => {
      state.pending.set(data.key, { kind: 'access-mail', ...data, at });
    },
    'file.fetched': (state, { passId, fileId, count }, at) => {
      state.fileUses.set(pairOf(passId, fileId), { count, windowStart: at });
    },
  },
};

/** Histories from before reasons were told apart release all at once, and hold by any dispute. */
const isReleased = (hold: Hold, why: string | null): boolean =>
  why === null || hold.why === why || (why.startsWith('dispute') && hold.why === ('dispute' as string));
