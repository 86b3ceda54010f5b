/** What every list says whose rows are moved by a press and removed: spread into the group of the list's component. */
export const orderingWords = {
  moveUp: (name: string): string => `Move up ${name}`,
  up: 'Up',
  moveDown: (name: string): string => `Move down ${name}`,
  down: 'Down',
  remove: (name: string): string => `Remove ${name}`,
  remove2: 'Remove',
};
