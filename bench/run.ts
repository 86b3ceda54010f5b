import { orders } from './orders';
import { delivery } from './delivery';
import { engine } from './engine';
import { weight } from './weight';

for (const measure of [orders, engine, delivery, weight]) await measure();
