import { Link, useNavigate } from 'react-router';
import { momentOfWall, wallClockOf } from '#core/calendar';
import type { Membership, Post } from '#core/catalogue';
import type { Draft } from '../../data/draft';
import { useNow } from '../../data/useNow';
import { TitleField } from '../../frame/TitleField';
import { ChoiceFill } from '../../price/Fill';
import { Takeaways } from '../written/Takeaways';
import type { EditWritten } from '../written/written';
import { WrittenBlocks } from '../written/WrittenBlocks';
import { changeMembership, changePost } from './changeMembership';

/** One post of a membership, edited in one column. */
export function PostSheet({ draft, product, partId }: { draft: Draft; product: Membership; partId: string }) {
  const navigate = useNavigate();
  const now = useNow();
  const { zone } = draft.content.shop;
  const post = product.posts.find(({ id }) => id === partId);
  const back = (
    <Link className="opt" to={`/make/${product.id}`}>
      All of {product.title || 'the membership'}
    </Link>
  );
  if (!post)
    return (
      <>
        <p>{back}</p>
        <p className="mt-4">This post is not in the membership any more.</p>
      </>
    );
  const edit = (recipe: (p: Post) => void): void => void changePost(product.id, post.id, recipe);
  const write: EditWritten = (recipe) => changePost(product.id, post.id, recipe);
  const isLive =
    draft.live?.content.products.some((p) => p.kind === 'membership' && p.posts.some(({ id }) => id === post.id)) ??
    false;
  return (
    <>
      <p className="mb-2">{back}</p>
      <TitleField
        label="Title of the post"
        placeholder="What is this post called?"
        value={post.title}
        onChange={(title) =>
          edit((p) => {
            p.title = title;
          })
        }
      />
      <p className="sentence mt-2">
        It is there from{' '}
        <input
          className="fill"
          type="datetime-local"
          aria-label="From when it is there to read"
          value={wallClockOf(post.at, zone).slice(0, 16)}
          onChange={({ target }) => {
            if (target.value !== '')
              edit((p) => {
                p.at = momentOfWall(`${target.value.slice(0, 16)}:00.000`, zone);
              });
          }}
        />
        , and is{' '}
        <ChoiceFill
          label="Who may read it"
          value={post.heldBack ? 'held' : 'members'}
          choices={[
            ['members', 'for members'],
            ['held', 'held back for now'],
          ]}
          onChange={(who) =>
            edit((p) => {
              p.heldBack = who === 'held';
            })
          }
        />
        .
      </p>
      <p className="cap">
        {post.at > now
          ? 'Publish it, and it comes by itself at that time.'
          : 'Whoever joins later finds it too, under its date.'}
      </p>
      <WrittenBlocks written={post} edit={write} />
      <Takeaways written={post} edit={write} named={product.downloads.named === true} />
      <section className="sec">
        <button
          className="opt"
          onClick={() => {
            void changeMembership(product.id, (m) => {
              m.posts = m.posts.filter(({ id }) => id !== post.id);
            });
            void navigate(`/make/${product.id}`);
          }}
        >
          Remove this post
        </button>{' '}
        {isLive && <span className="cap">It is live: with the next publishing it is gone for every member.</span>}
      </section>
    </>
  );
}
