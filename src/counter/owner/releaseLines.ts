import { documentKindOf } from '#core/documents';
import { changesBetween, type Release, unsealContent } from '#core/release';
import type { ReleaseLine } from '../../wire';
import type { CounterContext } from '../context';
import { OWNER } from '../files/doorsFile';

const MOST_LINES = 50;

/** Everything that was live, the latest first, each with what it changed against the one before it. */
export function releaseLines(context: CounterContext): ReleaseLine[] {
  const lines: ReleaseLine[] = [];
  // Each release names the one it was based on, so the line of what was live is followed back from the present.
  for (let number = context.runner.state.release; number !== null && lines.length < MOST_LINES;) {
    const release: Release | undefined = context.releases.get(number);
    if (!release) break;
    const before = release.basedOn === null ? null : (context.releases.get(release.basedOn) ?? null);
    lines.push({
      number,
      at: release.at,
      by: byName(context, release.by),
      changes: changesBetween(before, unsealContent(release.content)).map(
        (c) =>
          `${documentKindOf(c.kind).name.toLowerCase()} “${c.title}” ${c.what}${c.details.length > 0 ? ` (${c.details.slice(0, 2).join('; ')})` : ''}`,
      ),
    });
    number = release.basedOn;
  }
  return lines;
}

function byName({ helpers }: CounterContext, by: string | undefined): string | null {
  if (by === undefined || by === OWNER) return null;
  return helpers.get(by)?.name ?? 'a helper';
}
