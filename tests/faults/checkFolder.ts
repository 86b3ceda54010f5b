import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

/** What one client was told last about one checkout. */
export interface Told {
  checkoutId: string;
  address: string;
  said: 'paid' | 'nothing-charged' | 'not-known';
}

interface Line {
  seq: number;
  prev: string;
  events: { type: string; data: Record<string, unknown> }[];
}

/** Whole lines; what stands behind the last line feed was never said to be written. */
function linesOf(path: string): string[] {
  const text = existsSync(path) ? readFileSync(path, 'utf8') : '';
  return text
    .slice(0, text.lastIndexOf('\n') + 1)
    .split('\n')
    .filter((line) => line !== '');
}

/**
 * Compares everything that a shop's folder holds, from the files alone and by rules of its own: history, people, the
 * payment service's file, mail, and what every client was told.
 * @returns what does not agree, a sentence each; none is the promise
 */
export function checkFolder(folder: string, told: readonly Told[]): string[] {
  const wrong: string[] = [];
  const own = join(folder, 'test');
  let hash = '0'.repeat(64);
  const events: Line['events'] = [];
  linesOf(join(own, 'journal.jsonl')).forEach((text, i) => {
    const line = JSON.parse(text) as Line;
    if (line.seq !== i + 1 || line.prev !== hash) wrong.push(`line ${i + 1} does not follow the one before it`);
    hash = createHash('sha256').update(text).digest('hex');
    events.push(...line.events);
  });
  const of = (type: string) => events.filter((event) => event.type === type).map(({ data }) => data);

  const orders = of('order.paid');
  orders.forEach(({ number }, i) => {
    if (number !== 1_001 + i) wrong.push(`order ${i} has the number ${String(number)}`);
  });
  const receipts = orders.flatMap(({ receipt }) => (typeof receipt === 'string' ? [receipt] : []));
  receipts.forEach((receipt, i) => {
    if (receipt !== `R-${String(i + 1).padStart(5, '0')}`) wrong.push(`receipt ${i} is ${receipt}`);
  });

  const service = linesOf(join(folder, 'outside', 'payments', 'service.jsonl')).map(
    (text) => JSON.parse(text) as { t: string; charge?: { id: string; key: string; status: string; amount: number } },
  );
  const charges = new Map(service.flatMap(({ charge }) => (charge ? [[charge.key, charge] as const] : [])));
  const paidAt = [...charges.values()].filter((charge) => charge.status === 'paid' && charge.amount > 0);
  const asked = new Map(of('charge.requested').map((data) => [String(data['key']), data]));
  const sold = new Map(orders.map((data) => [String(data['checkoutId']), data]));
  for (const { key } of paidAt) {
    const request = asked.get(key);
    if (!request) wrong.push(`the service charged ${key}, which the history never asked for`);
    else if (sold.get(String(request['checkoutId']))?.['chargeKey'] !== key)
      wrong.push(`the service charged ${key}, and no order came of it`);
  }
  for (const { chargeKey, number } of orders)
    if (typeof chargeKey === 'string' && charges.get(chargeKey)?.status !== 'paid')
      wrong.push(`order ${String(number)} stands, and the service took nothing for it`);
  const perCheckout = new Map<string, number>();
  for (const { checkoutId } of orders)
    perCheckout.set(String(checkoutId), (perCheckout.get(String(checkoutId)) ?? 0) + 1);
  for (const [checkoutId, count] of perCheckout) if (count > 1) wrong.push(`${checkoutId} was sold ${count} times`);

  const addressOf = new Map<string, string>();
  const people = new Map(
    linesOf(join(own, 'people.jsonl')).map((text) => {
      // Behind the record stands its checksum.
      const record = JSON.parse(text.split('\t')[0] ?? '') as { id: string; rev: number; address: string };
      // A line that only says what is new leaves the address as it was.
      const known = addressOf.get(record.id) ?? '';
      addressOf.set(record.id, record.address ?? known);
      return [record.id, { ...record, address: record.address ?? known }] as const;
    }),
  );
  for (const { personId, rev } of of('person.changed'))
    if ((people.get(String(personId))?.rev ?? 0) < Number(rev)) wrong.push(`${String(personId)} is not on record`);
  const addresses = [...people.values()].map(({ address }) => address.toLowerCase());
  if (new Set(addresses).size !== addresses.length) wrong.push('one address is two people');
  for (const { personId, number } of orders)
    if (!people.has(String(personId))) wrong.push(`order ${String(number)} is nobody’s`);

  const opened = new Set(of('pass.opened').map(({ pass }) => (pass as { cause: { orderId?: string } }).cause.orderId));
  for (const { orderId, number } of orders)
    if (!opened.has(String(orderId))) wrong.push(`order ${String(number)} opened nothing`);

  const mailFolder = join(folder, 'outside', 'mail');
  const mails = existsSync(mailFolder) ? readdirSync(mailFolder).filter((name) => name.endsWith('.eml')).length : 0;
  if (mails !== orders.length) wrong.push(`${orders.length} orders, and ${mails} receipts were mailed`);

  for (const { checkoutId, address, said } of told) {
    const order = sold.get(checkoutId);
    if (said === 'paid' && !order) wrong.push(`${address} was told that ${checkoutId} is paid`);
    if (said === 'nothing-charged' && order)
      wrong.push(`${address} was told that nothing was charged for ${checkoutId}`);
    if (order && people.get(String(order['personId']))?.address !== address) wrong.push(`${checkoutId} is another’s`);
  }
  return wrong;
}
