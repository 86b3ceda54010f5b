import type { OrderChoice, OrderGroup } from '#core/mirror';

/** What a list of orders is asked for by. Empty means any. */
export interface OrderQuery extends OrderChoice {
  text: string;
  sort: 'newest' | 'oldest';
}

export const ALL_ORDERS: OrderQuery = { group: '', offerId: '', days: '', text: '', sort: 'newest' };

const GROUPS: readonly OrderGroup[] = ['paid', 'back', 'disputed'];

/** The choices in an address: every list and every figure is a link. */
export function readQuery(search: string): OrderQuery {
  const given = new URLSearchParams(search);
  const group = given.get('group') as OrderGroup;
  const days = given.get('days') ?? '';
  return {
    group: GROUPS.includes(group) ? group : '',
    offerId: given.get('offer') ?? '',
    days: /^(\d{4}(-\d\d(-\d\d(\.\.\d{4}-\d\d-\d\d)?)?)?)?$/.test(days) ? days : '',
    text: given.get('with') ?? '',
    sort: given.get('sort') === 'oldest' ? 'oldest' : 'newest',
  };
}

/** The address's part for some choices; nothing for those that are not made. */
export function writeQuery(query: Partial<OrderQuery>): string {
  const given = new URLSearchParams();
  if (query.group) given.set('group', query.group);
  if (query.days) given.set('days', query.days);
  if (query.offerId) given.set('offer', query.offerId);
  if (query.text) given.set('with', query.text);
  if (query.sort === 'oldest') given.set('sort', 'oldest');
  const text = given.toString();
  return text === '' ? '' : `?${text}`;
}

/** Where the rows of a figure are listed. */
export const ordersLink = (query: Partial<OrderQuery>, orderId = ''): string =>
  `/deliver/orders${orderId === '' ? '' : `/${orderId}`}${writeQuery(query)}`;

export const isFiltered = (query: OrderQuery): boolean =>
  query.group !== '' || query.offerId !== '' || query.days !== '' || query.text.trim() !== '';
