import { FeedAddress } from '../learn/FeedAddress';
import { LearnWordsProvider } from '../learn/learnWords';
import { WithThis } from '../learn/WithThis';
import type { MembershipPageWords } from './words';
import type { InsideView, MembershipView, PostLine } from './view';

/** So many posts stand on the page itself; those before are one press away. */
const POSTS_AT_ONCE = 12;

/** A membership's own page: what is new, what was written, and what stands in it. */
export function MembershipPage({ membership, words }: { membership: MembershipView; words: MembershipPageWords }) {
  const { posts, inside } = membership;
  const say = words.membership;
  const fresh = posts.some((post) => post.fresh) || inside.some((thing) => thing.fresh);
  return (
    <LearnWordsProvider value={words.course}>
      <div className="page-column pt-6">
        <h1 dir="auto">{membership.title}</h1>
        {membership.promise !== '' && (
          <p className="lead text-ink-2" dir="auto">
            {membership.promise}
          </p>
        )}
        {membership.note !== '' && <p className="message calm mt-4">{membership.note}</p>}
        {fresh && <p className="mt-3 text-access">{say.freshMarked}</p>}
        {posts.length > 0 && (
          <section className="mt-6" aria-labelledby="posts">
            <h2 id="posts">{say.posts}</h2>
            <Posts posts={posts.slice(0, POSTS_AT_ONCE)} fresh={say.fresh} />
            {posts.length > POSTS_AT_ONCE && (
              <details className="mt-1">
                <summary className="plain-link min-h-11 cursor-pointer py-2">
                  {say.earlier(posts.length - POSTS_AT_ONCE)}
                </summary>
                <Posts posts={posts.slice(POSTS_AT_ONCE)} fresh={say.fresh} />
              </details>
            )}
          </section>
        )}
        {inside.length > 0 && (
          <section className="mt-8" aria-labelledby="inside">
            <h2 id="inside">{say.inside}</h2>
            {membership.opensNext !== '' && <p className="cap">{membership.opensNext}</p>}
            <ul className="mt-2">
              {inside.map((thing) => (
                <Inside key={thing.id} thing={thing} fresh={say.fresh} />
              ))}
            </ul>
          </section>
        )}
        {membership.feed && <FeedAddress feed={membership.feed} />}
      </div>
    </LearnWordsProvider>
  );
}

function Posts({ posts, fresh }: { posts: readonly PostLine[]; fresh: string }) {
  return (
    <ul>
      {posts.map((post) => (
        <li key={post.id} className="post-line">
          <a href={post.href} dir="auto">
            {post.title}
          </a>
          {post.fresh && <b className="fresh-mark">{fresh}</b>}
          <span className="cap">{post.day}</span>
        </li>
      ))}
    </ul>
  );
}

function Inside({ thing, fresh }: { thing: InsideView; fresh: string }) {
  return (
    <li className="border-t border-line py-3">
      <p>
        {thing.href === null ? (
          <b className={`font-semibold ${thing.note === '' ? '' : 'text-ink-2'}`} dir="auto">
            {thing.title}
          </b>
        ) : (
          <a className="font-semibold" href={thing.href} dir="auto">
            {thing.title}
          </a>
        )}{' '}
        {thing.fresh && <b className="fresh-mark">{fresh}</b>}
      </p>
      <p className="cap">{[thing.holds, thing.note || thing.progress].filter((text) => text !== '').join(' · ')}</p>
      <WithThis files={thing.files} />
    </li>
  );
}
