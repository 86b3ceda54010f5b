/**
 * Kinds of things that must leave the shop, each with what it carries besides its key. Features add theirs, and the
 * compiler knows all of them.
 */
// eslint-disable-next-line @typescript-eslint/no-empty-object-type -- features add to it
export interface EffectsByKind {}
export type EffectKind = keyof EffectsByKind;
export type EffectOf<K extends EffectKind> = { [T in K]: { kind: T; key: string } & EffectsByKind[T] }[K];
/** Something that must leave the shop and has not yet: the outbox does it, and a `done` event or its answer strikes it off. */
export type PendingEffect = EffectOf<EffectKind>;
