import { isRunning } from '#core/agreements';
import type { PersonId } from '#core/ids';
import { addressesOf } from '#core/people';
import type { CounterContext } from '../context';
import type { ShopState, Todo } from '#core/shop';
import { Problem } from '../http/problem';
import { nextSessionOf } from './sessionView';

/**
 * Forgets a person: their record, their sign-ins, and what the mail service here holds for them. The history and its
 * papers stay whole, and name nobody any more.
 * @throws Problem while something of theirs still runs or is being asked for: nothing is done then
 */
export async function erasePerson(context: CounterContext, asked: PersonId): Promise<void> {
  const { people, runner, doors, outside } = context;
  // Whoever was made one with somebody is that one by now, with all that runs for them.
  const record = people.get(asked);
  if (!record || record.erased)
    throw new Problem(404, 'This person is not known here. Nothing was done.', 'no-such-person');
  const { id: personId } = record;
  const check = (): void => {
    if (people.get(personId)?.id !== personId)
      throw new Problem(
        409,
        'They were made one with somebody else at this moment. Nothing was erased. Look again at who they are now.',
        'same-person',
      );
    refuseUnderWay(context, personId);
  };
  check();
  // Asked once more at the last moment: somebody may have bought meanwhile.
  const erased = await people.erase(personId, check);
  await context.learners.forget(personId);
  await context.named.forget(personId);
  for (const { id } of doors.sessionsOf(personId)) await doors.endSession(personId, id);
  await runner.execute({ type: 'change-person', personId, rev: erased.rev });
  await Promise.all(addressesOf(record).map((address) => outside.forget(address))).catch(() => {
    throw new Problem(
      503,
      'The person is erased here. The mail of this test shop could not be reached, so messages to them may still lie there.',
      'mail-not-reached',
    );
  });
}

/** @throws Problem that says what of somebody is under way */
function refuseUnderWay({ runner }: CounterContext, personId: PersonId): void {
  const { state } = runner;
  const agreements = (state.agreementsOfPerson.get(personId) ?? []).flatMap((id) => state.agreements.get(id) ?? []);
  const running = agreements.find(isRunning);
  if (running)
    throw new Problem(
      409,
      `“${running.title}” still runs for this person, and is paid for. Stop it first. Nothing was erased.`,
      'still-runs',
    );
  if (nextSessionOf(state, personId, runner.now()))
    throw new Problem(
      409,
      'A session is still booked with this person. Call it off first, so that they hear of it. Nothing was erased.',
      'still-booked',
    );
  const asked = [...state.todo.values()].some((todo) => whomOf(state, todo) === personId);
  const charged = [...state.charges.values()].some(
    (charge) => charge.personId === personId && (charge.status === 'asked' || charge.status === 'waits-for-bank'),
  );
  if (asked || charged)
    throw new Problem(
      409,
      'Something of this person is being asked for or sent at this moment. Nothing was erased. Try again when it is answered.',
      'still-asking',
    );
}

/** Whom something that has to leave the shop is about, where it names somebody. */
function whomOf(state: ShopState, todo: Todo): PersonId | undefined {
  if (todo.kind !== 'session-mail') return 'personId' in todo ? todo.personId : undefined;
  return state.passes.get(state.sessions.get(todo.sessionId)?.passId ?? '')?.personId;
}
