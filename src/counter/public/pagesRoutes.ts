import { type Request, type Response, Router } from 'express';
import { dateIn } from '#core/calendar';
import { brandValues, saleState } from '#core/catalogue';
import { shortTerms } from '#core/terms';
import type { Page } from '#core/pages';
import { type Path, resolveAddress, type Step } from '#core/paths';
import { publicPicturesOf, type Release } from '#core/release';
import { checkoutHtml, documentHtml, frontHtml, pageHtml, wordsHtml } from '../../pages/render';
import type { CheckoutData } from '../../pages/checkout/data';
import { textOf } from '../http/textOf';
import { type CounterContext, liveRelease, shopOf, stripOf } from '../context';
import { personOfDevice } from '../member/device';
import { checkoutDataFor } from './checkoutData';
import { checkoutState } from './checkoutState';
import { orderViewFor } from './orderView';
import { renderShell, type Shell, slotValues, viewOf } from './shells';
import { structuredDataFor } from './structuredData';
import { giveVisit, newVisit, ordersOfVisit, quoteStands, readVisit } from './visit';

/** The pages buyers walk through. Sales pages are rendered once a release; checkout and thank-you at each visit. */
export function pagesRoutes(context: CounterContext): Router {
  const router = Router();
  const shells = new Map<string, Shell>();

  function shellOf(release: Release, path: Path, step: Step): Shell {
    const key = `${release.number}/${step.id}`;
    let shell = shells.get(key);
    if (!shell) {
      shell = renderShell(release, path, step);
      shells.set(key, shell);
    }
    return shell;
  }

  function send(
    res: Response,
    entry: string,
    page: {
      title: string;
      description?: string;
      keepOut?: boolean;
      structuredData?: unknown;
      wide?: boolean;
      body: string;
    },
  ): void {
    const shop = shopOf(context);
    const assets = context.client.assetsOf(entry);
    const { legal } = shop;
    const foot = [
      ...(legal.terms ? [{ text: 'Terms', href: '/legal/terms' }] : []),
      ...(legal.privacy ? [{ text: 'Privacy', href: '/legal/privacy' }] : []),
      ...(legal.withdrawal ? [{ text: 'Right to withdraw', href: '/legal/withdrawal' }] : []),
      { text: 'Member area', href: '/member/' },
    ];
    res.set('Cache-Control', 'no-store').send(
      documentHtml({
        description: '',
        ...page,
        language: shop.locale,
        shopName: shop.name,
        stylesheets: [
          ...assets.stylesheets,
          ...(shop.brand ? [`/brand.css?${context.runner.state.release ?? 0}`] : []),
        ],
        logo: shop.brand?.logo ? { src: `/pictures/${shop.brand.logo.file.sha256}`, alt: shop.brand.logo.alt } : null,
        strip: stripOf(context),
        foot,
        ...(entry === CHECKOUT ? { scripts: assets.scripts } : {}),
      }),
    );
  }

  const notFound = (res: Response): void =>
    send(res.status(404), PAGES, {
      title: 'Not here',
      keepOut: true,
      body: wordsHtml('There is nothing at this address', ['The link may be old, or a letter may be missing.'], {
        label: 'See what is here',
        href: '/',
      }),
    });

  router.get('/', (_req, res) => {
    const release = liveRelease(context);
    const shop = shopOf(context);
    const now = context.runner.now();
    const offers = (release?.content.paths ?? []).flatMap((path) => {
      const offer = release?.content.offers.find((o) => o.id === path.offerId);
      if (!offer?.onSale || offer.putAway || offer.prices.every((p) => saleState(p, now, shop.zone).state === 'over'))
        return [];
      const product = release?.content.products.find((p) => p.id === offer.productIds[0]);
      const amounts = offer.prices.map((p) => p.words ?? shortTerms(p.terms, offer.currency, shop.locale)).join(' or ');
      return [
        {
          href: `/${path.address}`,
          title: offer.title,
          promise: product?.promise ?? '',
          amounts,
          picture: product?.picture ? `/pictures/${product.picture.file.sha256}` : null,
          alt: product?.picture?.alt ?? '',
        },
      ];
    });
    send(res, PAGES, { title: shop.name, body: frontHtml(shop.name, offers) });
  });

  // Values of our own making by names of our own: nothing typed goes into the style.
  router.get('/brand.css', (_req, res) => {
    const { brand } = shopOf(context);
    const values = brand
      ? Object.entries(brandValues(brand))
          .map(([name, value]) => `${name}:${value}`)
          .join(';')
      : '';
    res
      .type('text/css')
      .set('Cache-Control', 'no-cache')
      .send(values === '' ? '' : `:root:root{${values}}body{font-family:var(--text)}`);
  });

  router.get('/legal/:which', (req, res) => {
    const { legal } = shopOf(context);
    const known = {
      terms: ['Terms', legal.terms],
      privacy: ['Privacy', legal.privacy],
      withdrawal: ['Right to withdraw', legal.withdrawal],
    }[String(req.params['which'])];
    if (!known?.[1]) return notFound(res);
    send(res, PAGES, { title: known[0] ?? '', body: wordsHtml(known[0] ?? '', [known[1]]) });
  });

  router.get('/pictures/:sha256', (req, res) => {
    const release = liveRelease(context);
    const picture = release && publicPicturesOf(release.content).get(String(req.params['sha256']));
    if (!picture || !/^image\/(png|jpeg|gif|webp|svg\+xml)$/.test(picture.type)) return notFound(res);
    res.set({
      'Content-Security-Policy': "default-src 'none'; style-src 'unsafe-inline'; sandbox",
      'Cache-Control': 'public, max-age=31536000, immutable',
      'Content-Type': picture.type,
    });
    res.sendFile(context.vault.pathOf(picture.sha256), { cacheControl: false, dotfiles: 'allow' });
  });

  router.get('/:address{/:step}', async (req: Request, res: Response) => {
    const release = liveRelease(context);
    const place = resolveAddress(
      release?.content.paths ?? [],
      String(req.params['address']),
      String(req.params['step'] ?? ''),
    );
    if (!release || place.found === 'nothing') return notFound(res);
    if (place.found === 'moved') return res.redirect(302, place.to);
    const { path, step } = place;
    const page = release.content.pages.find((p) => p.id === step.pageId);
    const offer = release.content.offers.find((o) => o.id === path.offerId);
    if (!page || !offer) return notFound(res);
    if (step.kind !== 'thanks')
      context.views.count(path.id, step.kind, release.number, dateIn(context.runner.now(), release.content.shop.zone));
    const title = page.title || offer.title;
    switch (step.kind) {
      case 'page': {
        const taken = (priceId: string): number => context.runner.state.taken.get(priceId) ?? 0;
        const values = slotValues(release, path, context.runner.now(), taken);
        const structuredData = structuredDataFor(release, path, context.publicAddress(), context.runner.now(), taken);
        const shell = shellOf(release, path, step);
        if (!shell.hasCheckout || !onSale(offer))
          return send(res, PAGES, { title, description: page.description, structuredData, body: shell.fill(values) });
        // A sales page that carries its own checkout: the page is the same for all, the checkout is this visit's.
        const opened = await openCheckout(req, res, release, path, page);
        if (opened === null) return;
        return send(res, CHECKOUT, {
          title,
          description: page.description,
          structuredData,
          wide: false,
          body: shell.fill(values, checkoutHtml({ ...opened, heading: '', under: '', whole: false })),
        });
      }
      case 'checkout': {
        if (!onSale(offer))
          return send(res, PAGES, {
            title,
            keepOut: true,
            body: wordsHtml('This is not on sale at the moment', ['If you already bought it, it is still yours.'], {
              label: 'Member area',
              href: '/member/',
            }),
          });
        const opened = await openCheckout(req, res, release, path, page);
        if (opened === null) return;
        const beside = { ...page, blocks: page.blocks.filter((b) => b.kind !== 'checkout' && b.kind !== 'headline') };
        const rest = beside.blocks.length === 0 ? '' : pageHtml(beside, { ...viewOf(release, path), offer: null });
        return send(res, CHECKOUT, { title, keepOut: true, wide: true, body: checkoutHtml(opened) + rest });
      }
      case 'thanks': {
        await context.runner.synced();
        const order = ordersOfVisit(context, req).find(
          (o) => o.checkoutId === readVisit(context, req, path.id)?.checkout,
        );
        if (!order) {
          return send(res, PAGES, {
            title,
            keepOut: true,
            body: wordsHtml(
              'Sign in to open what you bought',
              ['This page opens by itself only right after buying. Your things wait for you in the member area.'],
              { label: 'Member area', href: '/member/' },
            ),
          });
        }
        const view = {
          ...viewOf(release, path, orderViewFor(context, order)),
          offer: { title: offer.title, prices: [] },
        };
        return send(res, PAGES, { title, keepOut: true, body: pageHtml(page, view) });
      }
    }
  });
  /** This visit's checkout on a path: the one it has, or a new one under what is live. Null when it went elsewhere. */
  async function openCheckout(
    req: Request,
    res: Response,
    release: Release,
    path: Path,
    page: Page,
  ): Promise<CheckoutData | null> {
    const thanks = `/${path.address}/thanks`;
    await context.runner.synced();
    let visit = readVisit(context, req, path.id);
    let state = visit ? checkoutState(context.runner.state, visit.checkout, thanks) : null;
    if (visit && state?.status === 'paid' && !('again' in req.query)) {
      res.redirect(303, thanks);
      return null;
    }
    const unsettled = state?.status === 'asking' || state?.status === 'bank';
    if (!visit || (!unsettled && (state?.status === 'paid' || !quoteStands(context, visit)))) {
      visit = newVisit(context, path.id);
      state = { status: 'open' };
    }
    giveVisit(context, res, visit);
    const quoted = context.releases.get(visit.release) ?? release;
    return {
      ...checkoutDataFor(context, quoted, path, page, state ?? { status: 'open' }, {
        visit,
        ...(personOfDevice(context, req) === null
          ? {}
          : { personId: personOfDevice(context, req) ?? '', signedIn: true }),
      }),
      chosen: textOf(req.query['price']),
    };
  }
  return router;
}

const onSale = (offer: { onSale: boolean; putAway?: boolean | undefined }): boolean => offer.onSale && !offer.putAway;

export const PAGES = 'src/pages/entry.ts';
const CHECKOUT = 'src/pages/checkout/entry.tsx';
