import { isGone } from '#core/people';
import { join } from 'node:path';
import { openAcceptedFile } from './acceptedFile';
import { openBusyFile } from './busyFile';
import type { Disk } from './disk';
import { openDoorsFile } from './doorsFile';
import { openErasuresFile } from './erasuresFile';
import { openHelpersFile } from './helpersFile';
import { journalFile } from './journalFile';
import { openLearnersFiles } from './learnersFiles';
import { openNamedCopies } from './namedCopies';
import { openPapersFiles } from './papersFiles';
import { openPeopleFile } from './peopleFile';
import { openPresence } from './presence';
import { openReleaseFiles } from './releaseFiles';
import type { FileShrank } from './syncedLog';
import { openVaultFiles } from './vaultFiles';
import { openVisitsFiles } from './visitsFiles';

interface Needs {
  /** The shop's own folder, of one of its two worlds. */
  own: string;
  vaultFolder: string;
  disk: Disk;
  onShrank: (error: FileShrank) => void;
  log: (message: string, error: unknown) => void;
}

export type ShopFiles = Awaited<ReturnType<typeof openFolder>>;

/**
 * Opens every file that a shop keeps. Of the history only its place is known afterwards: whoever runs the shop reads it.
 * @param needs.onShrank told when a log is found to be shorter than what was written to it
 * @throws where one of them is there and cannot be read; nothing is changed then
 */
export async function openFolder({ own, vaultFolder, disk, onShrank, log }: Needs) {
  const people = await openPeopleFile(own, disk, onShrank);
  return {
    journal: journalFile(own, disk, { onShrank }),
    people,
    doors: await openDoorsFile(own, disk, onShrank),
    erasures: openErasuresFile(own, disk),
    helpers: openHelpersFile(own, disk),
    busy: openBusyFile(own, disk),
    visits: openVisitsFiles(join(own, 'visits'), log),
    learners: openLearnersFiles(join(own, 'learners'), disk, (id) => isGone(people.kept(id))),
    named: openNamedCopies(join(own, 'named')),
    papers: openPapersFiles(join(own, 'papers')),
    vault: openVaultFiles(vaultFolder),
    releases: openReleaseFiles(join(own, 'releases'), disk),
    accepted: openAcceptedFile(own, disk),
    presence: openPresence(own, disk),
  };
}
