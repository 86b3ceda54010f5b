/** Something about a shop's folder that its owner should know, in one sentence. */
export interface FolderProblem {
  code:
    | 'torn'
    | 'changed'
    | 'tail-missing'
    | 'people-missing'
    | 'people-unreadable'
    | 'doors-unreadable'
    | 'presence-unreadable'
    | 'release-missing'
    | 'file-missing';
  sentence: string;
}

/** What is sold after one of these could be sold twice over, or to nobody known: until the owner has answered, nothing is. */
export const standsStill = ({ code }: FolderProblem): boolean =>
  code === 'tail-missing' || code === 'people-missing' || code === 'people-unreadable';
