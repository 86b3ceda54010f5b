import type { PassId } from '#core/ids';

declare module '../../engine/command' {
  interface CommandsByType {
    'finish-task': { passId: PassId; carrier: string; number: string; note: string };
    'reopen-task': { passId: PassId };
  }
}
