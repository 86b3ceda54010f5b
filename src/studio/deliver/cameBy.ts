import type { OrderRow } from '#core/mirror';
import { entrancesOf, hrefOf, type Path, stepOf } from '#core/paths';

/** How one line of an order came to be bought, in words for a list. Empty where it is not known. */
export interface Way {
  /** As what it stood there. */
  as: '' | 'main' | 'extra' | 'offer after payment';
  path: string;
  /** The web address of the step it was bought at. */
  step: string;
  entrance: string;
  /** What the entrance calls those who buy through it. */
  label: string;
}

export function wayOf(order: OrderRow, { lineId }: { lineId: string }, paths: readonly Path[]): Way {
  const path = paths.find((p) => p.id === order.came.path);
  const after = Object.entries(order.offers).find(([, met]) => met.lineIds.includes(lineId))?.[0];
  const stepId = after ?? order.came.step;
  const step = path && stepId !== null ? stepOf(path, stepId) : undefined;
  const entrance = path && entrancesOf(path).find((e) => e.id === order.came.entrance);
  const isFirst = order.lines[0]?.lineId === lineId;
  return {
    as: order.came.path === null ? '' : after !== undefined ? 'offer after payment' : isFirst ? 'main' : 'extra',
    path: path?.title ?? '',
    step: path && step ? hrefOf(path, step) : '',
    entrance: entrance?.word ?? '',
    label: entrance?.label ?? '',
  };
}
