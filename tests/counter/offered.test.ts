import { expect, test } from '@jest/globals';
import { addDays, dateIn } from '#core/calendar';
import type { Command } from '#core/shop';
import type { CounterContext } from '../../src/counter/context';
import { agreementsOf } from '../../src/counter/member/agreementsView';
import { commandFor, type MemberAct } from '../../src/counter/member/memberActs';
import { longRun } from '../support/longRun';

test('whatever a member is offered is taken, at any moment of years with faults; what it leads to names the very amount', async () => {
  const seen = new Map<string, number>();
  await longRun({
    seed: 11,
    buyers: 30,
    years: 2,
    zone: 'Europe/Lisbon',
    look(runner, live) {
      const context = {
        runner,
        releases: new Map([[live.number, live]]),
        people: new Map(),
        mode: 'test',
      } as unknown as CounterContext;
      const tomorrow = addDays(dateIn(runner.now(), 'Europe/Lisbon'), 1);
      for (const personId of runner.state.agreementsOfPerson.keys()) {
        for (const shown of agreementsOf(context, personId)) {
          for (const { act, label, leadsTo } of shown.acts) {
            const wanted: Exclude<MemberAct, { act: 'move' }> = act === 'pause' ? { act, until: tomorrow } : { act };
            const command: Command = commandFor(shown.id, wanted);
            const decision = runner.preview(command);
            // Only a charge under way may stand in the way; the page says then that the bank is being asked.
            if ('refused' in decision)
              expect([label, decision.refused, runner.state.agreements.get(shown.id)?.unanswered === null]).toEqual([
                label,
                'still-asking',
                false,
              ]);
            else
              for (const event of decision.events)
                if (event.type === 'due.requested' && event.data.credit === 0)
                  expect(leadsTo).toContain(`€${(event.data.amount / 100).toFixed(2)}`);
            seen.set(act, (seen.get(act) ?? 0) + 1);
          }
        }
      }
    },
  });
  expect([...seen.keys()].sort()).toEqual(['keep', 'pause', 'rest', 'retry', 'return', 'stop']);
}, 60_000);
