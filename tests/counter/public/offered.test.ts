import { expect, test } from '@jest/globals';
import { addDays, dateIn } from '#core/calendar';
import { type Command, NO_HISTORY } from '#core/shop';
import { refusalInWords, wordsFor } from '#core/words';
import { agreementsOf } from '../../../src/counter/member/agreementsView';
import { commandFor } from '../../../src/counter/member/memberActs';
import type { Reading } from '../../../src/counter/shared/reading';
import type { MemberAct } from '../../../src/wire';
import { longRun } from '../../support/longRun';

test('whatever a member is offered is taken, at any moment of years with faults; what it leads to names the very amount', async () => {
  const seen = new Map<string, number>();
  await longRun({
    seed: 11,
    buyers: 60,
    years: 2,
    zone: 'Europe/Lisbon',
    look(runner, live) {
      const reading: Reading = {
        state: runner.state,
        live,
        now: runner.now(),
        shop: live.content.shop,
        locale: 'en',
        words: wordsFor('en'),
        ways: ['card'],
        cards: { service: '/cards', samples: true },
        fingerprint: (text) => text,
        history: () => NO_HISTORY,
        person: () => undefined,
        pictureUrl: () => '',
        fileHref: () => '',
      };
      const tomorrow = addDays(dateIn(runner.now(), 'Europe/Lisbon'), 1);
      for (const personId of runner.state.agreementsOfPerson.keys()) {
        for (const shown of agreementsOf(reading, personId)) {
          for (const { act, label, leadsTo } of shown.acts) {
            const wanted: Exclude<MemberAct, { act: 'move' }> = act === 'pause' ? { act, until: tomorrow } : { act };
            const command: Command = commandFor(shown.id, wanted, (card) => card);
            const decision = runner.preview(command);
            // What is offered is taken, without exception: while a charge is under way nothing is offered.
            if ('refused' in decision) throw new Error(`${label}: ${refusalInWords(decision)}`);
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
});
