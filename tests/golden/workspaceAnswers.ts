import { buyersOf } from '#core/mirror';
import { orderStatus } from '#core/shop';
import { hyphened } from './answers';
import { bought, later } from '../support/money';

/** What a copy of a workspace comes to once it has been brought back into an empty browser. */
export async function workspaceAnswers(copy: Uint8Array<ArrayBuffer>) {
  const { db } = await import('../../src/studio/data/db');
  const { kept } = await import('../../src/studio/data/kept');
  const { openCopy, putBack } = await import('../../src/studio/data/workspaceFile');
  await Promise.all(db.tables.map((table) => table.clear()));
  await putBack(await openCopy(new Blob([copy])));
  const documents = await db.documents.orderBy('key').toArray();
  const totals = await db.totals.orderBy('key').toArray();
  const orders = (await kept.orders.all()).sort((a, b) => a.number - b.number);
  const buyers = [...buyersOf(orders).values()].sort((a, b) => (a.personId < b.personId ? -1 : 1));
  return {
    documents: documents.map((d) => `${d.key} ${'title' in d.doc ? d.doc.title : ''}`.trim()),
    orders: orders.map(
      (o) => `${o.number} ${hyphened(orderStatus(o))} ${o.paid} ${o.back} ${bought(o).receipt ?? '-'}`,
    ),
    agreements: (await db.agreements.orderBy('id').toArray()).map(
      (row) =>
        `${row.id} ${hyphened(row.status)} ${later(row.agreement)
          .map((p) => `${p.amount}-${p.givenBack}-${p.lost}`)
          .join(' ')}`,
    ),
    later: (await db.laterPayments.orderBy('id').toArray()).map((row) => `${row.id} ${row.day} ${row.amount}`),
    totals: totals
      .filter((t) => /^(months|offer|coupon)/.test(t.key))
      .map((t) => `${t.key} ${t.count} ${t.paid} ${t.back}`),
    buyers: buyers.map((b) => `${b.personId} ${b.count} ${JSON.stringify(b.net)}`),
    people: (await kept.people.all())
      .sort((a, b) => (a.id < b.id ? -1 : 1))
      .map((p) => `${p.id} ${p.rev} ${p.address}`),
    steps: await db.steps.count(),
    files: await db.files.toCollection().primaryKeys(),
    live: (await db.meta.get('live')) !== undefined,
  };
}
