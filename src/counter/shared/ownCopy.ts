import { mayBearName, type Opening, type Product, productKindOf } from '#core/catalogue';
import type { Pass } from '#core/passes';
import { isGone, calledBySeller, nameAt } from '#core/people';
import { wordsFor } from '#core/words';
import { type CounterContext, shopOf } from '../context';

/**
 * A buyer's own copy of a PDF, with their name, address and order at the foot of each page, where its seller wants that.
 * @returns null where the file is delivered as it is
 */
export async function ownCopy(
  context: CounterContext,
  pass: Pass,
  { product, opening }: { product: Product; opening: Opening },
): Promise<string | null> {
  const { file, use } = opening;
  if (use !== 'taken' || !file || !mayBearName(file) || !productKindOf(product).limits(product).named) return null;
  const person = context.people.get(pass.personId);
  if (!person || isGone(person)) return null;
  const order = pass.cause.kind === 'paid' ? context.runner.state.orders.get(pass.cause.orderId) : undefined;
  const name = nameAt(person, order?.checkoutId ?? null) || calledBySeller(person);
  const line = wordsFor(shopOf(context).locale).papers.namedFor(
    name,
    person.address,
    order ? String(order.number) : null,
  );
  return context.named.pathOf(pass.personId, { path: context.vault.pathOf(file.sha256), sha256: file.sha256 }, line);
}
