/** The channel on which the mirror says whose records came anew. */
export const PEOPLE_CHANGED = 'clear-keel-people';
