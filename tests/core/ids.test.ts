import { expect, test } from '@jest/globals';
import type { OrderId, PersonId } from '#core/ids';
import { idFor } from '#core/ids';
import { newShopState } from '#core/shop';

test('an id of one kind is not taken for another: by the compiler, which reads this file too', () => {
  const order: OrderId = 'o_1';
  const person: PersonId = 'u_1';
  const { orders } = newShopState();
  expect(orders.get(order)).toBeUndefined();
  // @ts-expect-error The id of a person finds no order.
  expect(orders.get(person)).toBeUndefined();
  // @ts-expect-error Nor is it one.
  const wrong: OrderId = person;
  expect(wrong).toBe('u_1');
});

test('what is read as an id has the form of one', () => {
  expect(idFor<OrderId>().safeParse('o_003152y5ct8').success).toBe(true);
  for (const bad of ['', '../journal', 'a/b', 'ä', 'x'.repeat(65)])
    expect(idFor<OrderId>().safeParse(bad).success).toBe(false);
});
