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
import { makeMembershipWords } from '#say/make/membership';
const say = makeMembershipWords.postSheet;

/** One post of a membership, edited in one column. */
export function PostSheet({ draft, product, partId }: { draft: Draft; product: Membership; partId: string }) {
  const navigate = useNavigate();
  const now = useNow();
  const { zone } = draft.content.shop;
  const post = product.posts.find(({ id }) => id === partId);
  const back = (
    <Link className="opt" to={`/make/${product.id}`}>
      {say.allOf(product.title || say.theMembership)}
    </Link>
  );
  if (!post)
    return (
      <>
        <p>{back}</p>
        <p className="mt-4">{say.postNoLongerMembership}</p>
      </>
    );
  const edit = (recipe: (p: Post) => void): void => void changePost(product.id, post.id, recipe);
  const write: EditWritten = (recipe) => changePost(product.id, post.id, recipe);
  const isLive =
    draft.live?.content.products.some((p) => p.kind === 'membership' && p.posts.some(({ id }) => id === post.id)) ??
    false;
  return (
    <div data-part={post.id}>
      <p className="mb-2">{back}</p>
      <TitleField
        label={say.titlePost}
        placeholder={say.whatPostCalled}
        value={post.title}
        onChange={(title) =>
          edit((p) => {
            p.title = title;
          })
        }
      />
      <p className="sentence mt-2">
        {say.itAppearsOn}{' '}
        <input
          className="fill"
          type="datetime-local"
          aria-label={say.whenAppears}
          value={wallClockOf(post.at, zone).slice(0, 16)}
          onChange={({ target }) => {
            if (target.value !== '')
              edit((p) => {
                p.at = momentOfWall(`${target.value.slice(0, 16)}:00.000`, zone);
              });
          }}
        />
        {say.andIs}{' '}
        <ChoiceFill
          label={say.whoCanRead}
          value={post.heldBack ? 'held' : 'members'}
          choices={[
            ['members', say.forMembers],
            ['held', say.hiddenNow],
          ]}
          onChange={(who) =>
            edit((p) => {
              p.heldBack = who === 'held';
            })
          }
        />
        .
      </p>
      <p className="cap">{post.at > now ? say.publishNowAppearsItself : say.membersWhoJoinLater}</p>
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
          {say.removePost}
        </button>{' '}
        {isLive && <span className="cap">{say.liveMembersLoseNext}</span>}
      </section>
    </div>
  );
}
