import { randomBytes } from 'node:crypto';
import type { IdsPort } from '#core/shop';

/** Ids that nobody can guess: 96 random bits. */
export const randomIds: IdsPort = { next: (prefix) => `${prefix}_${randomBytes(12).toString('base64url')}` };
