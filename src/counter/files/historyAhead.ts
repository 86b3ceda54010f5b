import { addMs, formatMoment, HOUR, type Instant } from '#core/calendar';
import { parseLine } from '#core/journal';
import type { FolderProblem } from './folderProblem';
import type { JournalFile } from './journalFile';

/** Clocks differ by minutes; more than this is a wrong clock, then or now. */
const DIFFERS_BY_MS = HOUR;

/**
 * A history that is newer than the clock: the shop's time never goes back, so nothing would fall due until the clock
 * has come to the history's end.
 * @param last when the last line of the history was written @param clock what this machine's clock says now
 */
export async function historyAhead(
  journal: Pick<JournalFile, 'lines'>,
  last: Instant,
  clock: Instant,
): Promise<FolderProblem[]> {
  if (last <= addMs(clock, DIFFERS_BY_MS)) return [];
  let first = 0;
  for await (const line of journal.lines(1, Infinity)) {
    const batch = parseLine(line);
    if (batch && batch.at > addMs(clock, DIFFERS_BY_MS)) {
      first = batch.seq;
      break;
    }
  }
  const [end, now] = [last, clock].map((at) => formatMoment(at, 'UTC', 'en'));
  return [
    {
      code: 'history-ahead',
      sentence: `The history goes on to ${end} UTC, and this machine’s clock says ${now} UTC. If the clock is wrong, stop the shop, set it, and start it again. If the clock is right, the history was written under a wrong one from line ${first} on: stop the shop and put back a copy of its folder from before that. Nothing is sold until you decide; if you go on as it is, the shop’s time stays at ${end} until the clock has come to it.`,
    },
  ];
}
