import { counter } from './counter';
import { delivery } from './delivery';
import { engine } from './engine';
import { lasting } from './lasting';
import { booking } from './booking';
import { learning } from './learning';
import { opening } from './opening';
import { orders } from './orders';
import { outbox } from './outbox';
import { paths } from './paths';
import { studio } from './studio';
import { weight } from './weight';

const ALL = { orders, outbox, paths, counter, engine, opening, lasting, learning, booking, delivery, weight, studio };

// npm run bench -- opening counter: those alone.
const named = process.argv.slice(2);
for (const [name, measure] of Object.entries(ALL)) if (named.length === 0 || named.includes(name)) await measure();
