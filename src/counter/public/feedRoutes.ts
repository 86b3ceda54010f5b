import { isGone } from '#core/people';
import { Feed } from 'feed';
import { type Request, Router } from 'express';
import * as z from 'zod';
import { dateIn, msOf } from '#core/calendar';
import { type FileRef, type Product, productKindOf } from '#core/catalogue';
import { isOpen, type Pass, passState } from '#core/passes';
import { holderOf, openedTo, rightsTo } from '#core/shop';
import type { CounterContext } from '../context';
import { limit } from '../http/limits';
import { Problem } from '../http/problem';
import { readToken } from '../http/signing';
import { FEEDS } from '../shared/feed';
import { groundsIn, type Reading, readingFor } from '../shared/reading';
import { MINE, readAt } from '../shared/readHref';
import { sendFile } from '../shared/sendFile';

const FeedToken = z.object({ p: z.string(), k: z.string(), r: z.number() });

/** One sound or film of a feed. */
interface Entry {
  id: string;
  title: string;
  file: FileRef;
  at: string;
}

/**
 * Feeds of the sounds and films of a course's lessons or a membership's posts (RSS 2.0 with enclosures), for programs
 * that play them. Each holder's address is their own and needs no sign-in: it names their pass, and ends with it, or
 * once they ask for another.
 */
export function feedRoutes(context: CounterContext): Router {
  const router = Router();
  router.use(FEEDS, limit(context, { most: 600, minutes: 15 }));

  router.get(`${FEEDS}/:token`, (req, res) => {
    const { reading, product, entries } = openFeed(req);
    const own = `${context.publicAddress()}${FEEDS}/${String(req.params['token'])}`;
    const link = `${context.publicAddress()}${readAt(product, MINE, reading.words)?.href ?? '/member/'}`;
    const feed = new Feed({
      id: link,
      link,
      title: product.title,
      description: product.promise || product.title,
      language: reading.locale,
      copyright: reading.shop.name,
      feedLinks: { rss: own },
      updated: new Date(msOf(entries[0]?.at ?? reading.now)),
      ttl: 60,
    });
    for (const { id, title, file, at } of entries)
      feed.addItem({
        id,
        title,
        link,
        date: new Date(msOf(at)),
        enclosure: { url: `${own}/${file.id}`, length: file.bytes, type: file.type },
      });
    res
      .set({ 'Cache-Control': 'private, no-cache', 'X-Robots-Tag': 'noindex' })
      .type('application/rss+xml')
      .send(feed.rss2());
  });

  router.get(`${FEEDS}/:token/:file`, (req, res) => {
    const file = openFeed(req).entries.find((entry) => entry.file.id === req.params['file'])?.file;
    if (!file) throw new Problem(404, (say) => say.notYours, 'no-such-file');
    sendFile(context, req, res, file, () => void res.status(404).end());
  });

  /** @throws Problem where the address is none, was given up for another, or its pass is not open */
  function openFeed(req: Request): { reading: Reading; product: Product; entries: Entry[] } {
    const token = FeedToken.safeParse(readToken(context.secrets.signing, 'feed', String(req.params['token']))).data;
    const reading = readingFor(context, req);
    const pass = token && reading.state.passes.get(token.p);
    const product = reading.live?.content.products.find((p) => p.id === token?.k);
    if (!token || !pass || !product) throw new Problem(404, (say) => say.notYours, 'no-such-feed');
    if (isGone(context.people.get(pass.personId))) throw new Problem(410, (say) => say.notYours, 'feed-given-up');
    if ((context.learners.get(pass.personId).feed ?? 0) !== token.r)
      throw new Problem(410, (say) => say.notYours, 'feed-given-up');
    const entries = entriesOf(reading, pass, product);
    context.networks.note(pass.personId, req.ip ?? '', dateIn(reading.now, reading.shop.zone));
    return { reading, product, entries };
  }
  return router;
}

/** @throws Problem where the pass opens the product no more */
function entriesOf(reading: Reading, pass: Pass, product: Product): Entry[] {
  const holder = holderOf(reading.state, pass.personId);
  const grounds = groundsIn(reading);
  const opens = rightsTo(holder, product.id, grounds).some(
    (right) => right.id === pass.id && isOpen(right, reading.now),
  );
  const opened = opens ? openedTo(holder, product, grounds) : null;
  // What is over is gone for good; on hold it comes back, and no program forgets it.
  const over = passState(pass, reading.now) === 'closed';
  if (!opened) throw new Problem(over ? 410 : 403, (say) => say.notYours, 'not-open');
  const entries = productKindOf(product)
    .written(product)
    .flatMap(({ id, title, blocks }) => {
      const at = opened.parts.get(id);
      if (at === undefined) return [];
      return blocks.flatMap((block): Entry[] =>
        block.kind === 'sound' || block.kind === 'film'
          ? [{ id: block.id, title: [title, block.title].filter((t) => t !== '').join(': '), file: block.file, at }]
          : [],
      );
    });
  return entries.sort((a, b) => (a.at < b.at ? 1 : a.at > b.at ? -1 : 0));
}
