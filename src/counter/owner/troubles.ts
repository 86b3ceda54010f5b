import { filesOf } from '#core/release';
import { calledBySeller } from '#core/people';
import { type CounterContext, liveRelease } from '../context';

/** What went wrong and is tried again, for *To do*: a sentence each, which says what goes on meanwhile. */
export function troublesOf(context: CounterContext): string[] {
  const { runner, named, erasures } = context;
  const { state } = runner;
  const live = liveRelease(context);
  const files = new Map(live ? filesOf(live.content).map(({ sha256, name }) => [sha256, name]) : []);
  return [
    ...runner.setAside().map(({ command, why }) => {
      const agreement = 'agreementId' in command ? state.agreements.get(command.agreementId) : undefined;
      const person = agreement && calledBySeller(context.people.get(agreement.personId));
      const what = agreement ? `“${agreement.title}” of ${person || 'a customer'}` : `“${command.type}”`;
      return `What was due for ${what} could not be calculated (${why}). Everything else continues, and we try again every few minutes.`;
    }),
    ...[...named.givenUp()].flatMap((sha256) => {
      const name = files.get(sha256);
      return name === undefined
        ? []
        : [
            `“${name}” takes too much memory to be stamped with a buyer’s name, so some buyers got it without. Save it as a simpler PDF and publish it again, or switch stamping off for it.`,
          ];
    }),
    // What waits for a parcel or a refund goes on as it should: nobody has to do anything about it.
    ...(erasures.all().some(({ personId }) => !context.people.kept(personId)?.leaves)
      ? ['An erasure has started and is not finished. It continues automatically; the log says what it is waiting for.']
      : []),
  ];
}
