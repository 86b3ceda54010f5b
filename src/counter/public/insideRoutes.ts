import { type Request, Router } from 'express';
import { shownPosts } from '#core/catalogue';
import { holderBy } from '#core/shop';
import { membershipView, postView } from '../../pages/data/membershipData';
import type { CounterContext } from '../context';
import { insiderOf } from '../shared/insider';
import { MEMBERSHIPS, MINE, OF_ORDER, readAt } from '../shared/readHref';
import { readingFor } from '../shared/reading';
import { sendMembership, sendPost } from '../shared/sendMembership';
import { askToSignIn } from './askToSignIn';
import { readAsTheirs } from './readAsTheirs';
import { ordersOfVisit } from './visit';

/** Memberships right after buying, as far as that order opens them. Nothing of a person is shown or kept here. */
export function insideRoutes(context: CounterContext): Router {
  const router = Router();

  // Whoever is signed in and is in it reads it as theirs.
  const own = { whole: MINE.membership, part: MINE.post };
  router.get([`${MEMBERSHIPS}/:product`, `${MEMBERSHIPS}/:product/:part`], readAsTheirs(context, own));

  router.get(`${MEMBERSHIPS}/:product`, (req, res) => {
    const found = find(req);
    if (!found) return askToSignIn(context, req, res);
    const { reading, membership, insider } = found;
    const view = membershipView(reading, membership, insider);
    sendMembership(context, req, res, { ...view, note: reading.words.membership.rightAfter }, []);
  });

  router.get(`${MEMBERSHIPS}/:product/:post`, (req, res) => {
    const found = find(req);
    const post = found && shownPosts(found.membership).find(({ id }) => id === req.params['post']);
    if (!found || !post || !found.insider.opened.parts.has(post.id)) return askToSignIn(context, req, res);
    sendPost(context, req, res, postView(found.reading, found.membership, post, found.insider, null), []);
  });

  /** A membership that this visit has just bought; null for everybody else. */
  function find(req: Request) {
    const reading = readingFor(context, req);
    const membership = reading.live?.content.products.find((p) => p.id === req.params['product']);
    if (membership?.kind !== 'membership') return null;
    const passes = ordersOfVisit(context, req).flatMap(({ passIds }) =>
      passIds.flatMap((id) => reading.state.passes.get(id) ?? []),
    );
    const base = OF_ORDER.membership(membership.id);
    const found = insiderOf(reading, holderBy(passes), membership, {
      href: base,
      postHref: (post) => `${base}/${post}`,
      thingHref: (product) => readAt(product, OF_ORDER, reading.words)?.href ?? null,
      progress: () => '',
      lastHere: null,
    });
    return found && { reading, membership, insider: found.insider };
  }
  return router;
}
