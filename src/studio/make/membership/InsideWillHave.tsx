import { formatDay, type Instant } from '#core/calendar';
import { type Membership, openedBy, partsOfMembership, type Product } from '#core/catalogue';
import { openingsOf, openParts, type PartOpening } from '#core/opening';
import { wordsFor } from '#core/words';
import { type Insider, membershipView, postView } from '../../../pages/data/membershipData';
import { MembershipPage } from '../../../pages/membership/MembershipPage';
import { PostPage } from '../../../pages/membership/PostPage';
import type { Draft } from '../../data/draft';
import { useJoining } from '../inside/useJoining';
import { useFileUrls } from '../written/useFileUrls';
import { makeMembershipWords } from '#say/make/membership';
const say = makeMembershipWords.insideWillHave;

interface Given {
  draft: Draft;
  product: Membership;
  partId: string | undefined;
}

/** What somebody who joins on a day will have, and when; and how it looks to them some days later. */
export function InsideWillHave({ draft, product, partId }: Given) {
  const { shop } = draft.content;
  const { standing, at, joins, later } = useJoining(shop.zone, product.hour);
  const whole = partsOfMembership(product);
  const when = openingsOf(whole, standing);
  return (
    <>
      <section className="pb-3">
        <h2 className="mb-1">{say.whatMembersWillSee}</h2>
        {joins}
        <Openings draft={draft} product={product} when={when} />
      </section>
      <section className="sec">
        {later}
        <PhoneLook
          draft={draft}
          product={product}
          partId={partId}
          opened={{ parts: openParts(whole, standing, at), when }}
          at={at}
        />
      </section>
    </>
  );
}

const titleIn = (products: readonly Product[], id: string): string =>
  products.find((p) => p.id === id)?.title || say.untitled;

/** When each thing in it opens. */
function Openings({
  draft,
  product,
  when,
}: Pick<Given, 'draft' | 'product'> & { when: ReadonlyMap<string, PartOpening> }) {
  const { shop, products } = draft.content;
  if (product.parts.length === 0) return <p className="mt-2 text-ink-2">{say.postsNothingElseYet}</p>;
  return (
    <ul className="mt-2">
      {product.parts.map(({ productId }) => {
        const opens = when.get(productId);
        return (
          <li key={productId} className="flex justify-between gap-3 border-t border-line py-1">
            <span className="min-w-0 break-words" dir="auto">
              {titleIn(products, productId)}
            </span>
            <span className="text-end text-access">
              {opens?.at != null
                ? formatDay(opens.at, shop.zone, 'en')
                : opens?.after != null
                  ? say.after(titleIn(products, opens.after))
                  : say.never}
            </span>
          </li>
        );
      })}
    </ul>
  );
}

function PhoneLook({ draft, product, partId, opened, at }: Given & { opened: Insider['opened']; at: Instant }) {
  const { shop, products } = draft.content;
  const post = product.posts.find(({ id }) => id === partId);
  const urls = useFileUrls(post);
  const words = wordsFor(shop.locale);
  const reading = { now: at, shop, locale: shop.locale, words };
  const who: Insider = {
    opened,
    things: product.parts.flatMap(({ productId: part }) =>
      openedBy(products, [part]).flatMap((id) => {
        const found = products.find((p) => p.id === id);
        const open = opened.parts.has(part);
        return found
          ? [{ product: found, part, since: open ? at : null, href: open ? '#' : null, progress: '', files: [] }]
          : [];
      }),
    ),
    lastHere: null,
    href: '#',
    postHref: () => '#',
    fileHref: (file) => urls.get(file.sha256) ?? '',
  };
  return (
    <div className="phone-look" inert>
      {post ? (
        <PostPage key={post.id} post={postView(reading, product, post, who, null)} words={words} />
      ) : (
        <MembershipPage membership={membershipView(reading, product, who)} words={words} />
      )}
    </div>
  );
}
