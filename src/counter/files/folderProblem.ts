import type { FileShrank } from './syncedLog';

/** Something about a shop's folder that its owner should know, in one sentence. */
export interface FolderProblem {
  code:
    | 'torn'
    | 'changed'
    | 'tail-missing'
    | 'head-unreadable'
    | 'file-shrank'
    | 'history-ahead'
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
  code === 'tail-missing' ||
  code === 'file-shrank' ||
  code === 'history-ahead' ||
  code === 'people-missing' ||
  code === 'people-unreadable';

/** Whether "go on as it is" is an answer to it. A file that lost what was written to it cannot be gone on with. */
export const isAnswerable = ({ code }: FolderProblem): boolean => code !== 'file-shrank';

export const shrankProblem = ({ path, message }: FileShrank): FolderProblem => ({
  code: 'file-shrank',
  sentence: `${message}. Nothing was written over it and nothing is sold. Stop the shop, put back a copy of ${path}, and start it again.`,
});
