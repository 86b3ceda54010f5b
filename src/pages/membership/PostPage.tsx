import { Blocks } from '../learn/Blocks';
import { LearnWordsProvider } from '../learn/learnWords';
import { WithThis } from '../learn/WithThis';
import type { PostView } from './view';
import type { MembershipPageWords } from './words';

/** One post. It can be read whole before any script has come. */
export function PostPage({ post, words }: { post: PostView; words: MembershipPageWords }) {
  return (
    <LearnWordsProvider value={words.course}>
      <article className="lesson-body page-column pt-6">
        <p className="cap">{post.day}</p>
        <h1 dir="auto">{post.title}</h1>
        <Blocks blocks={post.blocks} own={post.own} onEnded={() => undefined} />
        <WithThis files={post.files} />
        <div className="lesson-onward">
          <a className="btn btn-quiet" href={post.within.href}>
            {words.course.backTo(post.within.title)}
          </a>
          {post.older && (
            <a className="btn btn-quiet" href={post.older.href}>
              {words.membership.older(post.older.title)}
            </a>
          )}
          {post.newer && (
            <a className="btn btn-primary" href={post.newer.href}>
              {words.membership.newer(post.newer.title)}
            </a>
          )}
        </div>
      </article>
    </LearnWordsProvider>
  );
}
