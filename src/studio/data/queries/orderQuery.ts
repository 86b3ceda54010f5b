import type { OrderChoice, OrderGroup, OrderRow } from '#core/mirror';

/** What a list of orders is asked for by. Empty means any. */
export interface OrderQuery extends OrderChoice {
  text: string;
  /** By a path, one of its steps or an entrance: the id of one of them. */
  way: string;
  sort: 'newest' | 'oldest';
}

export const ALL_ORDERS: OrderQuery = { group: '', offerId: '', days: '', text: '', way: '', sort: 'newest' };

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
    way: given.get('way') ?? '',
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
  if (query.way) given.set('way', query.way);
  if (query.sort === 'oldest') given.set('sort', 'oldest');
  const text = given.toString();
  return text === '' ? '' : `?${text}`;
}

/** Where the rows of a figure are listed. */
export const ordersLink = (query: Partial<OrderQuery>, orderId = ''): string =>
  `/deliver/orders${orderId === '' ? '' : `/${orderId}`}${writeQuery(query)}`;

export const isFiltered = (query: OrderQuery): boolean =>
  query.group !== '' || query.offerId !== '' || query.days !== '' || query.text.trim() !== '' || query.way !== '';

/** Whether the totals that are kept say how many it holds; words and ways are counted by going through all orders. */
export const isTotalled = ({ text, way }: Pick<OrderQuery, 'text' | 'way'>): boolean =>
  text.trim() === '' && way === '';

/** What an order came by: path, step, entrance, and the steps at which more was taken. */
export const waysOf = ({ came, offers }: Pick<OrderRow, 'came' | 'offers'>): string[] => [
  ...[came.path, came.step, came.entrance].filter((way) => way !== null),
  ...Object.entries(offers).flatMap(([step, { answer, lineIds }]) =>
    answer === 'yes' && lineIds.length > 0 ? [step] : [],
  ),
];

/** Whether it came by one of them: it was paid at that step, or took what was offered there. */
export const cameBy = (order: Pick<OrderRow, 'came' | 'offers'>, way: string): boolean =>
  way === '' || waysOf(order).includes(way);
