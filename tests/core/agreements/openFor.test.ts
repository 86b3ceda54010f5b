import { expect, test } from '@jest/globals';
import { type Agreement, openFor } from '#core/agreements';

const END = '2026-12-23T10:00:00.000Z';
const standing = (more: Partial<Agreement>, kind: 'plan' | 'subscription' = 'subscription') =>
  openFor({
    status: 'active',
    endsAt: null,
    finishes: false,
    ended: null,
    terms: { kind } as Agreement['terms'],
    ...more,
  });

test('how long access stays, as its payments stand', () => {
  expect(openFor(undefined)).toBe('good');
  for (const status of ['active', 'in-trial', 'past-due', 'paused'] as const)
    expect([status, standing({ status }), standing({ status }, 'plan')]).toEqual([
      status,
      'while-paid',
      'while-paid-then-good',
    ]);
  // Ending, it is open to the end of what is paid, of a plan in its trial as of a subscription.
  for (const kind of ['subscription', 'plan'] as const)
    expect(standing({ status: 'ending', endsAt: END }, kind)).toEqual({ until: END });
  expect(standing({ status: 'paid-off' }, 'plan')).toBe('good');
  expect(standing({ status: 'ended' })).toBe('good');
});
