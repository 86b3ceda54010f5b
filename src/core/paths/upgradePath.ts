/** A path as it was before steps had addresses and joins: they followed one another in order. */
interface InOrder {
  steps: { id: string; kind: string }[];
  joins?: unknown;
}

const isInOrder = (doc: unknown): doc is InOrder =>
  typeof doc === 'object' &&
  doc !== null &&
  Array.isArray((doc as Partial<InOrder>).steps) &&
  (doc as InOrder).joins === undefined;

/**
 * A path from any earlier shape. Steps in order get the addresses they always had and a join to the one after them; an
 * offer after payment leads there by yes and by no.
 */
export function upgradePath(doc: unknown): unknown {
  if (!isInOrder(doc)) return doc;
  let offers = 0;
  const addressOf = ({ kind }: { kind: string }): string =>
    kind === 'page' ? '' : kind === 'offer' ? `offer-${(offers += 1)}` : kind;
  const steps = doc.steps.map((step) => ({ address: addressOf(step), formerAddresses: [], note: '', ...step }));
  const joins = steps.flatMap(({ id, kind }, i) => {
    const after = steps[i + 1];
    const ways = kind === 'offer' ? ['yes', 'no'] : ['next'];
    return after ? ways.map((by) => ({ from: id, by, to: { kind: 'step', step: after.id } })) : [];
  });
  return { note: '', ...doc, steps, joins, start: steps[0]?.id ?? '' };
}
