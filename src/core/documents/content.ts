/* eslint-disable @typescript-eslint/no-empty-object-type -- each kind's folder adds its own line to these three, so that
   a kind is added without touching the others (TypeScript's declaration merging) */

/** A document as it is edited, by the name of its kind. */
export interface Documents {}

/** All documents while they are edited, each list under its kind's name for it; some may not be ready to be sold. */
export interface DraftContent {}

/** Everything the public sees, as documents; whoever holds these and the vault holds the shop's catalogue. */
export interface ReleaseContent {}

/* eslint-enable @typescript-eslint/no-empty-object-type */

export type DocumentName = keyof Documents;
