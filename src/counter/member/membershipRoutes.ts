import express, { type Request, type Response, Router } from 'express';
import { shownPosts } from '#core/catalogue';
import { membershipView, postView } from '../../pages/data/membershipData';
import { PlaceRequest } from '../../wire';
import type { CounterContext } from '../context';
import { Problem } from '../http/problem';
import { personOfDevice } from '../shared/device';
import { feedFor } from '../shared/feed';
import { MINE } from '../shared/readHref';
import { readingFor } from '../shared/reading';
import { sendMembership, sendPost } from '../shared/sendMembership';
import { sendWords } from '../shared/sendWords';
import { insideOf } from './inside';
import { learnerSaid, perLearner, whoIs } from './learner';
import { noteHere } from './visits';
import { tellWhyNot } from './whyNot';

/** Memberships and their posts for whoever is signed in. Another's are not found. */
export function membershipRoutes(context: CounterContext): Router {
  const router = Router();
  const { runner, learners } = context;
  router.use('/in', perLearner(context), express.json({ limit: '100kb' }));

  router.get('/in/:product', async (req, res) => {
    const met = meet(req, res);
    if (!met) return;
    const { reading, membership, insider, personId, right } = met;
    await noteHere(context, personId);
    const view = membershipView(reading, membership, insider);
    const feed = feedFor(context, personId, right.id, membership);
    sendMembership(context, req, res, { ...view, feed }, [{ text: reading.words.course.yours, href: '/member/' }]);
  });

  router.get('/in/:product/:post', (req, res) => {
    const met = meet(req, res);
    if (!met) return;
    const { reading, membership, insider, personId } = met;
    const post = shownPosts(membership).find(({ id }) => id === req.params['post']);
    if (!post || !insider.opened.parts.has(post.id)) return notYet(res, met);
    const { places, speed } = learners.get(personId);
    const own = { places, speed, api: `${MINE.membership(membership.id)}/${post.id}`, who: whoIs(personId) };
    sendPost(context, req, res, postView(reading, membership, post, insider, own), [
      { text: reading.words.course.yours, href: '/member/' },
    ]);
  });

  router.put('/in/:product/:post/place', async (req, res) => {
    const personId = learnerSaid(context, req);
    const { fileId, seconds, speed } = PlaceRequest.parse(req.body);
    const found = insideOf(context, readingFor(context, req), personId, String(req.params['product']));
    const post = found && shownPosts(found.membership).find(({ id }) => id === req.params['post']);
    if (!post || !found.insider.opened.parts.has(post.id)) throw new Problem(403, (say) => say.notYours, 'not-open');
    if (!post.blocks.some((b) => (b.kind === 'sound' || b.kind === 'film') && b.file.id === fileId))
      throw new Problem(404, (say) => say.notYours, 'no-such-file');
    const at = runner.now();
    await learners.change(personId, (record) => ({
      ...record,
      speed,
      places: { ...record.places, [fileId]: { seconds, at } },
    }));
    res.status(204).end();
  });

  /** Whoever is in the membership of an address; others read why they are not, and this answers for it. */
  function meet(req: Request, res: Response) {
    const personId = personOfDevice(context, req);
    const reading = readingFor(context, req);
    const productId = String(req.params['product']);
    const found = personId === null ? null : insideOf(context, reading, personId, productId);
    if (personId !== null && found) return { ...found, reading, personId };
    const isOne = reading.live?.content.products.some((p) => p.id === productId && p.kind === 'membership') ?? false;
    return tellWhyNot(context, reading, res, { personId, productId, isOne });
  }

  function notYet(res: Response, { reading, membership }: NonNullable<ReturnType<typeof meet>>): void {
    const { heading, text } = reading.words.membership.notYet;
    const action = {
      label: reading.words.course.backTo(membership.title),
      href: MINE.membership(membership.id),
    };
    sendWords(context, reading, res, { status: 404, heading, text, action });
  }

  return router;
}
