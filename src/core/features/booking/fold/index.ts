import type { EventOf } from '#core/journal';
import type { SessionId } from '#core/ids';
import type { FeatureFold } from '../../../engine/fold';
import { pairOf } from '../../../engine/ids';
import { sessionAppliers } from './foldSessions';
import { fresh } from './state';

declare module '../../../engine/dueIndex' {
  interface DuesByKind {
    'session-near': { sessionId: SessionId };
  }
}
declare module '../../../engine/pendingEffect' {
  interface EffectsByKind {
    'session-mail': { writtenAt: string } & EventOf<'session.mailDue'>['data'];
  }
}

export const bookingFold: FeatureFold = {
  fresh,
  dues: { 'session-near': { rank: 4, thing: ({ sessionId }) => pairOf('session', sessionId) } },
  effects: { 'session-mail': { lane: 'service-email', madeBy: { 'session.mailDue': ({ key }) => key } } },
  facts: sessionAppliers,
};
