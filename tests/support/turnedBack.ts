import type { Path } from '#core/paths';

/** Adds a page for those who turn back at a path's checkout, with a lower price for a day. */
export function addTurnedBackStep(
  path: Path,
  { id, pageId, priceId }: { id: string; pageId: string; priceId: string },
): void {
  const checkout = path.steps.find(({ kind }) => kind === 'checkout');
  const [start] = path.steps;
  if (!checkout || !start) throw new Error('no checkout');
  path.steps.push({
    ...start,
    id,
    kind: 'turned-back',
    pageId,
    address: 'before-you-go',
    lower: { priceId, hours: 24 },
  });
  path.joins.push(
    { from: checkout.id, by: 'turned-back', to: { kind: 'step', step: id } },
    { from: id, by: 'next', to: { kind: 'step', step: checkout.id } },
  );
}
