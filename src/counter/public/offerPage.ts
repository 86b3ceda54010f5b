import type { Request, Response } from 'express';
import type { Path } from '#core/paths';
import type { Release } from '#core/release';
import { offerQuote } from '#core/shop';
import { offerHtml, pageHtml } from '../../pages/render';
import type { CounterContext } from '../context';
import { readingFor } from '../shared/reading';
import { nextHref, offerNow, pathOfOrder } from './afterPayment';
import { offerDataFor } from './offerData';
import { offerState } from './offerState';
import { sendPage } from './sendPage';
import { viewOf } from './shells';
import { orderOfVisit } from './visit';

/** The offer after payment where a visit that has paid stands; everybody else goes to where the path begins. */
export async function offerPage(
  context: CounterContext,
  req: Request,
  res: Response,
  release: Release,
  path: Path,
): Promise<void> {
  await context.runner.synced();
  const order = orderOfVisit(context, req, path.id);
  if (!order) return res.redirect(303, `/${path.address}`);
  const of = pathOfOrder(context, order, path.id);
  const offer = offerNow(context, req, order, path.id);
  const next = nextHref(context, req, order, path.id);
  // A step that is answered, or another one's turn: where the visit stands now.
  if (!of || !offer || next !== req.path) return res.redirect(303, next);
  const reading = readingFor(context, req);
  const quote = offerQuote(reading.state, order, offer, of.release, { now: reading.now, release });
  if ('refused' in quote) return res.redirect(303, `/${path.address}/thanks`);
  const page = of.release.content.pages.find((p) => p.id === of.path.steps.find((s) => s.id === offer.step)?.pageId);
  const state = offerState(reading.state, order, offer.step, next, reading.locale);
  const data = offerDataFor(reading, { release: of.release, pathId: path.id, order, offer, quote, state });
  const view = { ...viewOf(of.release, { ...of.path, offerId: offer.offerId }, reading.locale), offer: null };
  sendPage(context, req, res, {
    kind: 'checkout',
    title: page?.title || data.title,
    keepOut: true,
    body: (page ? pageHtml(page, view) : '') + offerHtml(data),
  });
}
