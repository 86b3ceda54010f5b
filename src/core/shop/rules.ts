import { decideWith } from '../engine/decide';
import { dueWorkWith } from '../engine/dueWork';
import { foldWith } from '../engine/evolve';
import { performWith } from '../engine/performEffect';
import type { Ports } from '../engine/ports';
import { type Runner, runShop } from '../engine/runner';
import type { ShopRules } from '../engine/shopRules';
import { paymentCalls } from '../features/orders/paymentCalls';
import { forPresentPeople } from '../features/people/joined';
import { FEATURES } from './features';

const rules: ShopRules = {
  ...foldWith(FEATURES),
  decide: decideWith(FEATURES, forPresentPeople),
  dueWork: dueWorkWith(FEATURES),
  paymentCalls,
  performEffect: performWith(FEATURES),
};

export const { newShopState, evolve, evolveBatch, laneOf, decide, dueWork } = rules;

/** A shop with all its features, over these ports. */
export const createRunner = (ports: Ports): Runner => runShop(rules, ports);
