import type { Request, Response } from 'express';
import { membershipHtml, postHtml } from '../../pages/render';
import type { MembershipView, PostView } from '../../pages/membership/view';
import type { CounterContext } from '../context';
import { readingFor } from './reading';
import { allowFrames, sendPage, type SentPage } from './sendPage';

type Within = NonNullable<SentPage['within']>;

/** Sends a membership's page to somebody who is in it. */
export function sendMembership(
  context: CounterContext,
  req: Request,
  res: Response,
  view: MembershipView,
  within: Within,
): void {
  sendPage(context, req, res, {
    kind: 'still',
    title: view.title,
    keepOut: true,
    themed: true,
    within,
    body: membershipHtml(view, readingFor(context, req).locale),
  });
}

/** Sends a post. A film held elsewhere may be framed on its page, once somebody presses. */
export function sendPost(context: CounterContext, req: Request, res: Response, post: PostView, within: Within): void {
  allowFrames(
    res,
    post.blocks.flatMap((block) => (block.kind === 'film-elsewhere' ? block.url : [])),
  );
  sendPage(context, req, res, {
    kind: 'lesson',
    title: post.title,
    keepOut: true,
    themed: true,
    within: [{ text: post.within.title, href: post.within.href }, ...within],
    body: postHtml(post),
  });
}
