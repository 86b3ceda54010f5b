import { isGone, addressesOf, calledBySeller, compareAddress, type PersonRecord } from '#core/people';
import { passesFor, presentPerson, subscribedTwice } from '#core/shop';
import { isOpen } from '#core/passes';
import { isRunning } from '#core/agreements';
import type { JoinAnswer, JoinRequest } from '../../wire';
import type { CounterContext } from '../context';
import { Problem, refusalProblem } from '../http/problem';
import { followJoin } from '../shared/followJoin';

/**
 * Somebody has another address here: what making both one comes to, and then that.
 * @param by who asks for it
 * @throws Problem where there is no such person, or both are one: nothing is done then
 */
export async function joinOnRequest(
  context: CounterContext,
  { personId, address, tryOnly }: JoinRequest,
  by: string,
): Promise<JoinAnswer> {
  const { people, runner } = context;
  const [stays, goes] = [people.get(personId), people.find(address)];
  if (!stays || isGone(stays))
    throw new Problem(404, 'This person is not known here. Nothing was done.', 'no-such-person');
  if (!goes)
    throw new Problem(404, `Nobody here has the address “${address.trim()}”. Nothing was done.`, 'no-such-person');
  if (goes.id === stays.id)
    throw new Problem(
      409,
      `${addressesOf(goes).find((own) => compareAddress(own) === compareAddress(address)) ?? address} is theirs already. Nothing was done.`,
      'same-person',
    );
  if (tryOnly) return { sentences: comesTo(context, goes, stays), joined: false };
  const joined = await people.join(goes.id, stays.id, async () => {
    // Decided before, and cut short by a disk: pressed again it is gone on with.
    if (presentPerson(runner.state, goes.id) === stays.id) return;
    const done = await runner.execute({ type: 'join-people', personId: goes.id, intoId: stays.id }, by);
    if ('refused' in done) throw refusalProblem(done);
    await runner.synced();
  });
  if (!joined) throw new Problem(503, 'One of them is being erased. Nothing was done.', 'press-again');
  await followJoin(context, goes.id, stays.id);
  return {
    sentences: [
      `They are one now. ${stays.address} is the address we write to; ${addressesOf(goes).join(', ')} still signs in.`,
    ],
    joined: true,
  };
}

/** What becomes of both, said before it is done. */
function comesTo({ runner }: CounterContext, goes: PersonRecord, stays: PersonRecord): string[] {
  const { state } = runner;
  const called = (person: PersonRecord): string => calledBySeller(person) || person.address;
  const orders = (state.ordersOfPerson.get(goes.id) ?? []).length;
  const open = new Set(
    passesFor(state, goes.id).flatMap((pass) => (isOpen(pass, runner.now()) ? [pass.productId] : [])),
  ).size;
  const running = (state.agreementsOfPerson.get(goes.id) ?? []).filter((id) => {
    const agreement = state.agreements.get(id);
    return agreement !== undefined && isRunning(agreement);
  }).length;
  const twice = subscribedTwice(state, goes.id, stays.id);
  return [
    `${called(goes)} (${goes.address}) has ${many(orders, 'order')}, ${many(open, 'thing')} open and ${many(running, 'plan or subscription', 'plans and subscriptions')} running. All of it becomes that of ${called(stays)}, lessons done and notes included.`,
    ...twice.map(
      (title) => `Both subscribe to “${title}”. Both continue to be charged; cancel one of them if only one should be.`,
    ),
    `Anyone who reads the email of either address can open everything. We write to ${stays.address}. This can’t be undone.`,
  ];
}

const many = (count: number, one: string, several = `${one}s`): string =>
  `${count === 0 ? 'no' : count} ${count === 1 ? one : several}`;
