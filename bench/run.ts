import { opening } from './opening';
import { orders } from './orders';
import { delivery } from './delivery';
import { engine } from './engine';
import { lasting } from './lasting';
import { studio } from './studio';
import { weight } from './weight';

for (const measure of [orders, engine, opening, lasting, delivery, weight, studio]) await measure();
