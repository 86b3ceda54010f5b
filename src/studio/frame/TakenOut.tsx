import { type DraftContent, partsChanged, type Release } from '#core/release';
import type { ProductId } from '#core/ids';
import { useClosesForQuery } from '../data/ownerApi';
import { frameWords } from '#say/frame';
const say = frameWords.takenOut;

/** For how many people publishing closes what was taken out of a membership. */
export function TakenOut({ live, content }: { live: Release | null; content: DraftContent }) {
  const changed = partsChanged(live?.content.products ?? [], content.products).filter(({ taken }) => taken.length > 0);
  const titleOf = (id: ProductId): string =>
    [...content.products, ...(live?.content.products ?? [])].find((p) => p.id === id)?.title || say.untitled;
  return changed.flatMap(({ productId, taken }) =>
    taken.map((part) => (
      <ClosesFor
        key={`${productId}/${part}`}
        productId={productId}
        part={part}
        titles={[titleOf(part), titleOf(productId)]}
      />
    )),
  );
}

function ClosesFor({
  productId,
  part,
  titles: [title, from],
}: {
  productId: ProductId;
  part: ProductId;
  titles: readonly [string, string];
}) {
  const { data } = useClosesForQuery({ productId, part });
  if (!data) return null;
  const whom =
    data.people === 0
      ? say.nobodyBecauseEveryoneWho
      : data.people === 1
        ? say.memberWhoCanOpen
        : say.membersWhoCanOpen(data.people);
  return <p className="mt-3 border-l-4 border-draft ps-3">{say.removedFromAccessCloses(title, from, whom)}</p>;
}
