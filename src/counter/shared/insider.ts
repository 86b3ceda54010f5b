import { addMs, HOUR, type Instant } from '#core/calendar';
import { type Membership, openedBy, type Product, productKindOf } from '#core/catalogue';
import type { PostId, ProductId } from '#core/ids';
import { isOpen, type Right } from '#core/passes';
import { type Grounds, type Holder, openedTo, rightsTo } from '#core/shop';
import type { Insider, InsideThing } from '../../pages/data/membershipData';
import { filesOfPass } from './orderView';
import { groundsIn, type Reading } from './reading';

/** Where things of a membership are for somebody, and how far they are with what stands in it. */
export interface Way {
  href: string;
  postHref: (id: PostId) => string;
  thingHref: (product: Product) => string | null;
  progress: (id: ProductId) => string;
  lastHere: Instant | null;
}

/** Whoever is in a membership now, and what opens it to them; null for everybody else. */
export function insiderOf(
  reading: Reading,
  holder: Holder,
  membership: Membership,
  way: Way,
): { insider: Insider; right: Right } | null {
  const grounds = groundsIn(reading);
  const right = openRight(holder, membership.id, grounds);
  const opened = right && openedTo(holder, membership, grounds);
  if (!right || !opened) return null;
  const until = addMs(reading.now, productKindOf(membership).limits(membership).linkHours * HOUR);
  return {
    right,
    insider: {
      opened,
      things: membership.parts.flatMap(({ productId: part }) =>
        openedBy(grounds.products, [part]).flatMap((id) => thingOf(reading, holder, grounds, { id, part }, way)),
      ),
      lastHere: way.lastHere,
      href: way.href,
      postHref: way.postHref,
      fileHref: (file) => reading.fileHref({ passId: right.id, fileId: file.id, until }),
    },
  };
}

/** What opens a product to somebody now; undefined while nothing does. */
const openRight = (holder: Holder, id: ProductId, grounds: Grounds): Right | undefined =>
  rightsTo(holder, id, grounds).find((right) => isOpen(right, grounds.now));

function thingOf(
  reading: Reading,
  holder: Holder,
  grounds: Grounds,
  { id, part }: { id: ProductId; part: ProductId },
  way: Way,
): InsideThing[] {
  const product = grounds.products.find((p) => p.id === id);
  if (!product) return [];
  const rights = rightsTo(holder, id, grounds).filter((right) => isOpen(right, grounds.now));
  const [right] = rights;
  return [
    {
      product,
      part,
      since: rights.reduce<Instant | null>((first, { from }) => (first === null || from < first ? from : first), null),
      href: right ? way.thingHref(product) : null,
      progress: right ? way.progress(id) : '',
      files: right ? filesOfPass(reading, right) : [],
    },
  ];
}
