import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { dateIn, formatDay } from '#core/calendar';
import { type Membership, postNamed } from '#core/catalogue';
import type { Draft } from '../../data/draft';
import { newId } from '../../data/ids';
import { goOnAt } from '../../frame/goOnAt';
import { useNow } from '../../data/useNow';
import { HourFill } from '../inside/HourFill';
import { InIt, movedUp } from '../inside/InIt';
import { PlanFill } from '../inside/PlanFill';
import { writtenInWords } from '../written/writtenInWords';
import { changeMembership } from './changeMembership';
import { makeMembershipWords } from '#say/make/membership';
const say = makeMembershipWords.membershipContents;

/** So many posts are listed before the rest is asked for. */
const POSTS_AT_ONCE = 10;

/** What stands in a membership and when it opens; and its posts. */
export function MembershipContents({ product, draft }: { product: Membership; draft: Draft }) {
  const now = useNow();
  const today = dateIn(now, draft.content.shop.zone);
  const edit = (recipe: (m: Membership) => void): void => void changeMembership(product.id, recipe);
  const spaced = product.plan?.opens === 'every' || product.plan?.opens === 'in-order';
  return (
    <>
      <section className="sec mt-4">
        <h3 className="mb-1">{say.includedProducts}</h3>
        {product.parts.length > 0 && (
          <p className="sentence">
            {say.itUnlocks}{' '}
            <PlanFill
              label={say.howIncludedProductsUnlock}
              plan={product.plan}
              today={today}
              choices={[
                ['as-around', say.allOnce],
                ['every', say.oneProductAfterAnother],
                ['in-order', say.eachAfterOneBefore],
              ]}
              onChange={(plan) =>
                edit((m) => {
                  m.plan = plan;
                })
              }
            />
            <HourFill
              hour={product.hour}
              shown={product.plan?.opens === 'every' || product.parts.some(({ plan }) => plan !== null)}
              onChange={(hour) =>
                edit((m) => {
                  m.hour = hour;
                })
              }
            />
            .
          </p>
        )}
        <InIt
          product={product}
          ids={product.parts.map(({ productId }) => productId)}
          draft={draft}
          into={say.theMembership}
          withPart={(id) => ({ ...product, parts: [...product.parts, { productId: id, plan: null }] })}
          beside={(id, title) => {
            const part = product.parts.find(({ productId }) => productId === id);
            return (
              <span className="cap text-access">
                <PlanFill
                  label={say.whenUnlocks(title)}
                  plan={part?.plan ?? null}
                  today={today}
                  choices={[
                    ['as-around', spaced ? say.inTurn : say.atOnce],
                    ['after', say.unlocks],
                    ['on', say.unlocksOn],
                    ...(spaced ? [['at-once', say.atOnce] as const] : []),
                  ]}
                  onChange={(plan) =>
                    edit((m) => {
                      const found = m.parts.find(({ productId }) => productId === id);
                      if (found) found.plan = plan;
                    })
                  }
                />
              </span>
            );
          }}
          onMoveUp={(at) =>
            edit((m) => {
              m.parts = movedUp(m.parts, at);
            })
          }
          onTakeOut={(id) =>
            edit((m) => {
              m.parts = m.parts.filter(({ productId }) => productId !== id);
            })
          }
          onPutIn={(id) =>
            edit((m) => {
              m.parts.push({ productId: id, plan: null });
            })
          }
        />
        <p className="cap mt-1">{say.membersCanOpenThese}</p>
      </section>
      <Posts product={product} now={now} zone={draft.content.shop.zone} />
    </>
  );
}

function Posts({ product, now, zone }: { product: Membership; now: string; zone: string }) {
  const navigate = useNavigate();
  const [all, setAll] = useState(false);
  const posts = [...product.posts].sort((a, b) => (a.at < b.at ? 1 : -1));

  function write(): void {
    const id = newId('pst');
    void changeMembership(product.id, (m) => {
      m.posts.push(postNamed(id, '', now));
    }).then(() => navigate(`/make/${product.id}/${id}`));
    goOnAt(`[data-part="${id}"]`, 'input');
  }

  return (
    <section className="sec">
      <h3 className="mb-1">{say.posts}</h3>
      <p>
        <button className="opt" onClick={write}>
          {say.writePost}
        </button>
      </p>
      <ul className="mt-1">
        {posts.slice(0, all ? undefined : POSTS_AT_ONCE).map((post) => (
          <li key={post.id} className="flex flex-wrap items-baseline gap-x-3 border-t border-line py-2">
            <Link className="min-w-40 flex-1 break-words no-underline" to={`/make/${product.id}/${post.id}`} dir="auto">
              {post.title || say.untitled}
            </Link>
            <span className="cap text-end">
              {writtenInWords(post)}
              <span className={`ms-3 ${post.heldBack || post.at > now ? 'text-draft' : ''}`}>
                {post.heldBack ? say.hidden : say.fromDay(formatDay(post.at, zone, 'en'), post.at > now)}
              </span>
            </span>
          </li>
        ))}
      </ul>
      {!all && posts.length > POSTS_AT_ONCE && (
        <button className="opt mt-1" onClick={() => setAll(true)}>
          {say.all(posts.length)}
        </button>
      )}
    </section>
  );
}
