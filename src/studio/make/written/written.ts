import type { FileRef, LessonBlock } from '#core/catalogue';

/** What is written for members: a lesson, a post. */
export interface Written {
  blocks: LessonBlock[];
  files: FileRef[];
}

/** Changes it where it stands; where it is gone by now nothing happens. */
export type EditWritten = (recipe: (written: Written) => void) => Promise<void>;

export interface Editing {
  written: Written;
  edit: EditWritten;
}
