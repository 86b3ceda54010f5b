import type { Request } from 'express';
import type { CounterContext } from '../context';
import { cookiesOf } from '../http/cookies';

export const DEVICE_COOKIE = 'keel_member';

/** The person signed in on this device, or null. */
export function personOfDevice(context: CounterContext, req: Request): string | null {
  const secret = cookiesOf(req)[DEVICE_COOKIE];
  return secret === undefined ? null : context.doors.personOf(secret);
}
