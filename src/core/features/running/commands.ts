import type { Instant } from '#core/calendar';

declare module '../../engine/command' {
  interface CommandsByType {
    'mark-done': { key: string };
    'move-clock': { to: Instant };
    resume: { why: string };
  }
}
