import { type Request, type Response, Router } from 'express';
import { brandValues, localesOf, NIGHT, type ShopDetails } from '#core/catalogue';
import type { Page } from '#core/pages';
import { checkoutOf, offerAt, type Path, plainSight, showsAt, type Sight, type Step, stepOf } from '#core/paths';
import { publicPicturesOf, type Release } from '#core/release';
import { checkoutHtml, frontHtml, pageHtml, wordsHtml } from '../../pages/render';
import { listedOf } from '../../pages/data/listed';
import type { OfferId, PriceId } from '#core/ids';
import { giveCookie } from '../http/cookies';
import { LANGUAGE_COOKIE, type Reading, readingFor } from '../shared/reading';
import { oneATurn } from '../http/oneATurn';
import { type CounterContext, liveRelease, shopOf } from '../context';
import { orderViewFor } from '../shared/orderView';
import { noteDesigns, visitorOf } from './coming';
import { MARK_PREFIX, Marks } from './marks';
import { offerPage } from './offerPage';
import { openCheckout } from './openCheckout';
import { placeOf } from './place';
import { type SentPage, sendPage } from '../shared/sendPage';
import { renderShell, type Shell, slotValues, viewOf } from './shells';
import { structuredDataFor } from './structuredData';
import { ledElsewhere, pricesOn, seenBy } from './seen';
import { orderOfVisit } from './visit';

/** The pages buyers walk through. Sales pages are rendered once a release; checkout and thank-you at each visit. */
export function pagesRoutes(context: CounterContext): Router {
  const router = Router();
  const shells = new Map<string, Shell>();
  const marks = new Marks(context);

  /** A page is rendered once for all who see the same prices and steps. */
  function shellOf(release: Release, path: Path, step: Step, page: Page, reading: Reading, sight: Sight): Shell {
    const shows = showsAt(step, sight);
    const shown = pricesOn(release, path).filter(shows);
    // What other paths sell changes by the hour: a shelf is drawn at each request.
    if (page.blocks.some((b) => b.kind === 'shelf' && !b.hidden))
      return renderShell(release, path, step, reading, shows);
    const key = [release.number, step.id, step.pageId, reading.locale, ...shown, '', ...sight.leftOut].join('/');
    let shell = shells.get(key);
    if (!shell) {
      shell = renderShell(release, path, step, reading, shows);
      shells.set(key, shell);
    }
    return shell;
  }

  const send = (req: Request, res: Response, kind: SentPage['kind'], page: Omit<SentPage, 'kind'>): void =>
    sendPage(context, req, res, { kind, ...page });

  const notFound = (req: Request, res: Response): void => {
    const say = readingFor(context, req).words.pages.notHere;
    const body = wordsHtml(say.heading, [say.text], { label: say.action, href: '/' });
    send(req, res.status(404), 'still', { title: say.title, keepOut: true, body });
  };

  // Whoever chooses a language comes back to where they were.
  router.get('/-/language/:language', (req, res) => {
    const language = String(req.params['language']);
    if (localesOf(shopOf(context)).includes(language))
      giveCookie(res, LANGUAGE_COOKIE, language, { maxAgeMs: LANGUAGE_KEPT_MS, sameSite: 'lax' });
    res.redirect(
      303,
      ownPath(req.get('referer') ?? '', (origin) => context.hosts.isOwnOrigin(origin, req.get('host') ?? '')),
    );
  });

  router.get('/', (req, res) => {
    const release = liveRelease(context);
    const reading = readingFor(context, req);
    const { shop, words } = reading;
    const own = release?.content.paths.find((p) => p.id === shop.frontPathId);
    if (own) return res.redirect(302, `/${own.address}`);
    const listed = new Set<OfferId>();
    const offers = (release?.content.paths ?? []).flatMap((path) => {
      // An offer that several paths sell stands here once, by the first of them.
      const view = !release || listed.has(path.offerId) ? null : listedOf(release.content, path, reading);
      if (view) listed.add(path.offerId);
      return view ?? [];
    });
    send(req, res, 'still', { title: shop.name, body: frontHtml(shop.name, words.pages.nothingOnSale, offers) });
  });

  // Values of our own making by names of our own: nothing typed goes into the style.
  router.get('/brand.css', (_req, res) => {
    const { brand } = shopOf(context);
    const written = (ground?: string): string =>
      brand === null
        ? ''
        : Object.entries(brandValues(brand, ground))
            .map(([name, value]) => `${name}:${value}`)
            .join(';');
    res
      .type('text/css')
      .set('Cache-Control', 'no-cache')
      .send(
        brand === null
          ? ''
          : `:root:root{${written()}}:root:root[data-theme='night']{${written(NIGHT)}}body{font-family:var(--text)}`,
      );
  });

  router.get('/legal/:which', (req, res) => {
    const { legal } = shopOf(context);
    const which = String(req.params['which']);
    if (!isLegal(which) || legal[which] === '') return notFound(req, res);
    const heading = readingFor(context, req).words.pages.legal[which];
    send(req, res, 'still', { title: heading, body: wordsHtml(heading, [legal[which]]) });
  });

  router.get(`${MARK_PREFIX}:id.css`, (req, res) => marks.fetched(String(req.params['id']), res));

  router.get('/pictures/:sha256', (req, res) => {
    const release = liveRelease(context);
    const picture = release && publicPicturesOf(release.content).get(String(req.params['sha256']));
    if (!picture || !/^image\/(png|jpeg|gif|webp|svg\+xml)$/.test(picture.type)) return notFound(req, res);
    res.set({
      'Content-Security-Policy': "default-src 'none'; style-src 'unsafe-inline'; sandbox",
      'Cache-Control': 'public, max-age=31536000, immutable',
      'Content-Type': picture.type,
    });
    res.sendFile(context.vault.pathOf(picture.sha256), { cacheControl: false, dotfiles: 'allow' });
  });

  router.get('/:address{/:step}', oneATurn(), async (req: Request, res: Response) => {
    // Where somebody stands who pays here rests on what is safe; a first visitor waits for nobody.
    if (req.get('cookie') !== undefined) await context.runner.synced();
    const place = placeOf(context, req, String(req.params['address']), String(req.params['step'] ?? ''));
    if (place.found === 'offer') return offerPage(context, req, res, place, marks);
    if (place.found === 'nothing') return notFound(req, res);
    if (place.found === 'moved') return res.redirect(302, place.to);
    const { release } = place;
    const seen = seenBy(context, req, res, release, place.path);
    const { sight, path } = seen;
    const step = stepOf(path, place.step.id) ?? place.step;
    const page = release.content.pages.find((p) => p.id === step.pageId);
    const offer = path.front ? undefined : release.content.offers.find((o) => o.id === offerAt(path, step));
    if (!page || (!offer && !path.front)) return notFound(req, res);
    const elsewhere = ledElsewhere(context, req, release, place.path, step, seen);
    if (elsewhere !== null) return res.redirect(303, elsewhere);
    // A page that carries the checkout shows both.
    const till = step.kind !== 'checkout' && carriesCheckout(page) ? checkoutOf(path) : undefined;
    const { coming, ...designs } = noteDesigns(context, req, res, path, step.id, till?.id);
    // A thank-you page is counted where it thanks somebody.
    const mark = (more: { visit?: string | undefined } = {}): string | null =>
      marks.give(req, path, step, release.number, {
        entrance: sight.entrance?.id,
        ...designs,
        visit: more.visit ?? visitorOf(context, req),
      });
    const title = page.title || (offer?.title ?? path.title);
    const reading = readingFor(context, req);
    const say = reading.words.pages;
    switch (step.kind) {
      case 'offer':
        // Only who has paid is offered something: everybody else begins at the beginning.
        return res.redirect(303, `/${path.address}`);
      case 'turned-back':
      case 'page': {
        const taken = (priceId: PriceId): number => context.runner.state.taken.get(priceId) ?? 0;
        const values = slotValues(release, path, reading, taken);
        const plain = plainSight(path, reading.now, release.content);
        const address = context.publicAddress();
        const structuredData = path.front
          ? undefined
          : structuredDataFor(release, path, address, reading.now, taken, plain.shows);
        const shell = shellOf(release, path, step, page, reading, sight);
        if (!shell.hasCheckout || !offer || !onSale(offer))
          return send(req, res, 'still', {
            title,
            description: page.description,
            structuredData,
            mark: mark(),
            body: shell.fill(values),
          });
        // A sales page that carries its own checkout: the page is the same for all, the checkout is this visit's.
        const opened = await openCheckout(context, req, res, { release, path, step, page, coming });
        if (opened === null) return;
        return send(req, res, 'checkout', {
          title,
          description: page.description,
          structuredData,
          mark: mark({ visit: opened.visit.visit }),
          wide: false,
          body: shell.fill(values, checkoutHtml({ ...opened.data, heading: '', under: '', whole: false })),
        });
      }
      case 'checkout': {
        if (!offer || !onSale(offer))
          return send(req, res, 'still', {
            title,
            keepOut: true,
            body: wordsHtml(say.offSale.heading, [say.offSale.text], {
              label: say.memberArea,
              href: '/member/',
            }),
          });
        const opened = await openCheckout(context, req, res, { release, path, step, page, coming });
        if (opened === null) return;
        const beside = { ...page, blocks: page.blocks.filter((b) => b.kind !== 'checkout' && b.kind !== 'headline') };
        const rest = beside.blocks.length === 0 ? '' : pageHtml(beside, viewOf(release, path, step.id, reading));
        return send(req, res, 'checkout', {
          title,
          keepOut: true,
          wide: true,
          mark: mark({ visit: opened.visit.visit }),
          body: checkoutHtml(opened.data) + rest,
        });
      }
      case 'thanks': {
        await context.runner.synced();
        const order = orderOfVisit(context, req, path.id);
        if (!order) {
          return send(req, res, 'still', {
            title,
            keepOut: true,
            body: wordsHtml(say.signInToOpen.heading, [say.signInToOpen.text], {
              label: say.memberArea,
              href: '/member/',
            }),
          });
        }
        const view = viewOf(release, path, step.id, reading, orderViewFor(reading, order));
        return send(req, res, 'still', { title, keepOut: true, mark: mark(), body: pageHtml(page, view) });
      }
    }
  });
  return router;
}

const carriesCheckout = ({ blocks }: Page): boolean => blocks.some((b) => b.kind === 'checkout' && !b.hidden);

const onSale = (offer: { onSale: boolean; putAway?: boolean | undefined }): boolean => offer.onSale && !offer.putAway;

const LANGUAGE_KEPT_MS = 365 * 24 * 3_600_000;

const isLegal = (which: string): which is keyof ShopDetails['legal'] =>
  which === 'terms' || which === 'privacy' || which === 'withdrawal';

/** Where somebody came from, if that was one of our own pages; else the front. */
function ownPath(referer: string, isOwn: (origin: string) => boolean): string {
  if (!URL.canParse(referer)) return '/';
  const from = new URL(referer);
  // "//elsewhere" would be another host.
  return isOwn(from.origin) ? `/${from.pathname.replace(/^\/+/, '')}${from.search}` : '/';
}
