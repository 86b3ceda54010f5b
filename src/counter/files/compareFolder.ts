import { statSync } from 'node:fs';
import { filesOf } from '#core/release';
import type { ShopState } from '#core/shop';
import type { DoorsFile } from './doorsFile';
import type { FolderProblem } from './folderProblem';
import type { PeopleFile } from './peopleFile';
import type { ReleaseFiles } from './releaseFiles';
import type { VaultFiles } from './vaultFiles';

interface Folder {
  state: Pick<ShopState, 'people' | 'release'>;
  people: PeopleFile;
  doors: DoorsFile;
  releases: ReleaseFiles;
  vault: VaultFiles;
}

/** Compares what the history names with what lies beside it, by presence and size. Each that disagrees names its file. */
export function compareFolder({ state, people, doors, releases, vault }: Folder): FolderProblem[] {
  const found: FolderProblem[] = [];
  const unreadable = (code: FolderProblem['code'], path: string, lines: readonly number[], means: string): void => {
    if (lines.length > 0)
      found.push({
        code,
        sentence: `Line ${lines.slice(0, 5).join(', ')} of ${path} cannot be read. It was left as it is. ${means} Compare the file with a copy.`,
      });
  };
  unreadable('people-unreadable', people.path, people.unreadable, 'The person recorded there is no longer known.');
  unreadable('doors-unreadable', doors.path, doors.unreadable, 'Anyone who was signed in there has to sign in again.');
  const missing = [...state.people].filter(([id, rev]) => (people.kept(id)?.rev ?? 0) < rev).length;
  if (missing > 0)
    found.push({
      code: 'people-missing',
      sentence: `The history names ${missing === 1 ? 'a person' : `${missing} people`} whose record is not in ${people.path} as it was last written. Put back a copy of the file: without it no mail reaches them.`,
    });
  if (state.release === null) return found;
  const live = releases.get(state.release);
  if (!live) {
    found.push({
      code: 'release-missing',
      sentence: `${releases.pathOf(state.release)}, which is live, is not there or cannot be read. Put back a copy of it, or publish again: until then nothing is on sale.`,
    });
    return found;
  }
  for (const { sha256, name, bytes } of filesOf(live.content))
    if (sizeOf(vault.pathOf(sha256)) !== bytes)
      found.push({
        code: 'file-missing',
        sentence: `The file “${name}” is not whole in the shop: ${vault.pathOf(sha256)}. Put back a copy of it, or add the file to its product again.`,
      });
  return found;
}

function sizeOf(path: string): number | null {
  return statSync(path, { throwIfNoEntry: false })?.size ?? null;
}
