import type { Instant } from '#core/calendar';
import type { Release } from '#core/release';
import type { WayToPay } from '#core/ways';
import type { CounterContext } from '../context';
import { refusalProblem } from '../http/problem';

/**
 * Makes a release what the public sees. Its file is whole on the disk before the journal names it: the switch-over is
 * that one line.
 * @param ready the ways to pay that are ready, where that is asked
 * @param by who of the studio does it
 * @throws Problem where it is refused: nothing was changed
 */
export async function switchOver(
  { runner, releases, vault }: Pick<CounterContext, 'runner' | 'releases' | 'vault'>,
  release: Release,
  { ready, by }: { ready?: readonly WayToPay[]; by?: string } = {},
): Promise<{ at: Instant }> {
  const command = {
    type: 'publish' as const,
    release,
    hasFile: (sha256: string) => vault.has(sha256),
    ...(ready ? { ready } : {}),
  };
  const looked = runner.preview(command);
  if ('refused' in looked) throw refusalProblem(looked);
  await releases.save(release);
  const done = await runner.execute(command, by);
  if ('refused' in done) throw refusalProblem(done);
  return { at: done.at };
}
