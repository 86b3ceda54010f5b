import type { Release } from '#core/release';
import type { WayToPay } from '#core/ways';

declare module '../../engine/command' {
  interface CommandsByType {
    publish: { release: Release; hasFile: (sha256: string) => boolean; ready?: readonly WayToPay[] };
  }
}
