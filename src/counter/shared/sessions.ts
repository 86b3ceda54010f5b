import type { Request } from 'express';
import type { SessionLine } from '../../wire';
import type { CounterContext } from '../context';
import { Problem } from '../http/problem';
import { securityEvent } from '../http/securityLog';

/** Where somebody is signed in, the latest first. @param here the session that asks */
export const sessionsFor = ({ doors }: Pick<CounterContext, 'doors'>, whose: string, here: string): SessionLine[] =>
  doors
    .sessionsOf(whose)
    .sort((a, b) => (b.at ?? 0) - (a.at ?? 0))
    .map(({ id, what, at }) => ({
      id,
      what,
      since: at === null ? null : new Date(at).toISOString(),
      here: id === here,
    }));

/** Ends one of somebody's own sessions. @throws Problem where there is none of that name among theirs */
export async function endSession(context: CounterContext, req: Request, whose: string, id: string): Promise<void> {
  if (!(await context.doors.endSession(whose, id))) throw new Problem(404, (say) => say.notYours, 'no-such-session');
  securityEvent(context.security, 'session-ended', req);
}
