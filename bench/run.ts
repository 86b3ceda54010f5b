import { orders } from './orders';
import { delivery } from './delivery';
import { weight } from './weight';

for (const measure of [orders, delivery, weight]) await measure();
