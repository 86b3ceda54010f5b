import { isGone } from '#core/people';
import type { Request } from 'express';
import type { CounterContext } from '../context';
import { isStudioDoor } from './doorNames';
import { cookiesOf } from '../http/cookies';

export const DEVICE_COOKIE = 'keel_member';
/** A device that nobody uses for so long is signed out. */
const IDLE_MS = 30 * 24 * 3_600_000;

/** The person signed in on this device, or null. */
export function personOfDevice(context: CounterContext, req: Request): string | null {
  const secret = cookiesOf(req)[DEVICE_COOKIE];
  const id = secret === undefined ? null : membersOnly(context.doors.personOf(secret, IDLE_MS));
  // Nobody comes back who was erased, by whatever was left lying about.
  return id !== null && isGone(context.people.get(id)) ? null : id;
}

// Sessions of the studio lie in the same file, under names that are no person's.
const membersOnly = (id: string | null): string | null => (id === null || isStudioDoor(id) ? null : id);
