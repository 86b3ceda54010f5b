/** The channel on which the mirror says which rows came anew, so that what is held in memory is read again. */
export const MIRROR_MOVED = 'clear-keel-mirror-moved';
export type MirrorMoved = { pieces: number[]; people: string[]; seq: number } | 'forgotten';
