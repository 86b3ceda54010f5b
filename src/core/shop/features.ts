import type { Feature } from '../engine/feature';
import { access } from '../features/access/feature';
import { agreements } from '../features/agreements/feature';
import { booking } from '../features/booking/feature';
import { classes } from '../features/classes/feature';
import { fulfilment } from '../features/fulfilment/feature';
import { learning } from '../features/learning/feature';
import { orders } from '../features/orders/feature';
import { people } from '../features/people/feature';
import { publishing } from '../features/publishing/feature';
import { running } from '../features/running/feature';

/** Everything this shop can do. Followers run in this order. A feature is added by its folder and a line here. */
export const FEATURES: readonly Feature[] = [
  running,
  publishing,
  people,
  orders,
  agreements,
  access,
  booking,
  classes,
  fulfilment,
  learning,
];
