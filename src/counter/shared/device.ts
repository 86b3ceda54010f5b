import type { Request } from 'express';
import type { CounterContext } from '../context';
import { OWNER } from '../files/doorsFile';
import { cookiesOf } from '../http/cookies';

export const DEVICE_COOKIE = 'keel_member';
/** A device that nobody uses for so long is signed out. */
const IDLE_MS = 30 * 24 * 3_600_000;

/** The person signed in on this device, or null. */
export function personOfDevice(context: CounterContext, req: Request): string | null {
  const secret = cookiesOf(req)[DEVICE_COOKIE];
  return secret === undefined ? null : notOwner(context.doors.personOf(secret, IDLE_MS));
}

// The owner's sessions lie in the same file, under a name that is no person's.
const notOwner = (id: string | null): string | null => (id === OWNER ? null : id);
