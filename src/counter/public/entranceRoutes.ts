import { type Request, type Response, Router } from 'express';
import { addMs, formatDay } from '#core/calendar';
import { type Entrance, entranceByWord, entrancesOf, entranceState, type Path } from '#core/paths';
import type { Release } from '#core/release';
import { type CounterContext, liveRelease } from '../context';
import { wordsHtml } from '../../pages/render';
import { readingFor } from '../shared/reading';
import { noteEntrance } from './coming';
import { sendPage } from '../shared/sendPage';

/** Entrances to paths, by their address and by their short one. */
export function entranceRoutes(context: CounterContext): Router {
  const router = Router();

  router.get('/:address/in/:word', (req, res, next) => {
    const release = liveRelease(context);
    const { address, word } = req.params;
    const paths = release?.content.paths ?? [];
    const path = paths.find((p) => p.address === address) ?? paths.find((p) => p.formerAddresses.includes(address));
    const entrance = path && entranceByWord(path, word);
    if (!release || !path) return next();
    // A word that is misspelt leads to the path itself.
    if (!entrance) return res.redirect(302, `/${path.address}`);
    enter(req, res, release, path, entrance);
  });

  router.get('/:short', (req, res, next) => {
    const release = liveRelease(context);
    for (const path of release?.content.paths ?? []) {
      const entrance = entrancesOf(path).find((e) => e.short === req.params.short);
      if (release && entrance) return enter(req, res, release, path, entrance);
    }
    next();
  });

  /** Lets somebody in, and shows them the path; one that is not open says so and leads to the path as it is for all. */
  function enter(req: Request, res: Response, release: Release, path: Path, entrance: Entrance): void {
    const { zone } = release.content.shop;
    const days = entranceState(entrance, context.runner.now(), zone);
    if (days.state === 'open') {
      noteEntrance(context, req, res, path.id, entrance.id);
      // Words that tell where somebody came from stay in the address.
      const [, query] = req.originalUrl.split('?');
      return res.redirect(303, `/${path.address}${query ? `?${query}` : ''}`);
    }
    const { words, locale } = readingFor(context, req);
    const say = words.pages.entrance;
    const text =
      days.state === 'over'
        ? say.ended(formatDay(addMs(days.closedAt, -1), zone, locale))
        : say.opens(formatDay(days.opensAt, zone, locale));
    const title = release.content.offers.find((o) => o.id === path.offerId)?.title ?? path.title;
    sendPage(context, req, res, {
      kind: 'still',
      title,
      keepOut: true,
      body: wordsHtml(title, [text], { label: say.onward, href: `/${path.address}` }),
    });
  }
  return router;
}
