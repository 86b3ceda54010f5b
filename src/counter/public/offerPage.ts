import type { Request, Response } from 'express';
import { liveRelease, type CounterContext } from '../context';
import { offerQuote } from '#core/shop';
import { homeCountry } from '#core/catalogue';
import { isCountry } from '#core/people';
import { hrefOf, pricesOffered, thanksOf } from '#core/paths';
import { offerHtml, pageHtml } from '../../pages/render';
import { personOfDevice } from '../shared/device';
import { addressKeyOf } from '../shared/people';
import { noteDesigns } from './coming';
import { textOf } from '../http/textOf';
import { readingFor } from '../shared/reading';
import { isTheirTurn, nextHref } from './afterPayment';
import type { Marks } from './marks';
import { offerDataFor } from '../../pages/data/offerData';
import { offerState } from './offerState';
import type { PublicPlace } from './place';
import { sendPage } from '../shared/sendPage';
import { viewOf } from './shells';

/** The offer after payment that a visit which has paid asks for; one that is answered, or not its turn, leads to where it stands. */
export function offerPage(
  context: CounterContext,
  req: Request,
  res: Response,
  { order, of, step }: Extract<PublicPlace, { found: 'offer' }>,
  marks: Marks,
): void {
  const { id: pathId } = of.path;
  if (!step.offer || !isTheirTurn(context, req, order, of, step.id)) {
    // From an answered step by its answer; from one that never was theirs from the checkout on.
    const answered = order.offers[step.id]?.answer != null;
    return res.redirect(303, nextHref(context, req, order, pathId, answered ? step : null));
  }
  const reading = readingFor(context, req);
  const prices = pricesOffered(step);
  const asked = textOf(req.query['price']);
  const { offerId } = step.offer;
  const offer = { step: step.id, offerId, priceId: prices.includes(asked) ? asked : step.offer.priceId };
  const live = liveRelease(context);
  const at = { now: reading.now, release: live };
  const signedIn = personOfDevice(context, req) === order.personId;
  const send = textOf(req.query['send']);
  const country = isCountry(send) ? send : (reading.region ?? homeCountry(of.release.content.shop));
  const sendTo = country === null ? undefined : { country, addressKey: addressKeyOf(order, step.id) };
  const sent = offerQuote(reading.state, order, { ...offer, signedIn, sendTo }, of.release, at);
  // Not sent to where they seem to be: another country can be chosen.
  const quote =
    'refused' in sent && sent.refused === 'not-sent-there'
      ? offerQuote(reading.state, order, { ...offer, signedIn }, of.release, at)
      : sent;
  if ('refused' in quote) {
    const thanks = thanksOf(of.present);
    return res.redirect(303, thanks ? hrefOf(of.present, thanks) : '/');
  }
  const page = of.release.content.pages.find((p) => p.id === step.pageId);
  const next = nextHref(context, req, order, pathId, step);
  const state = offerState(reading.state, order, step.id, next, reading.locale);
  const data = offerDataFor(reading, {
    release: of.release,
    pathId,
    step: step.id,
    card: order.card,
    quote,
    asksAddress: order.lines.every(({ sending }) => !sending),
    state,
    prices,
  });
  const view = viewOf(of.release, { ...of.path, offerId: offer.offerId }, step.id, reading);
  const { seen, on } = noteDesigns(context, req, res, of.path, step.id);
  sendPage(context, req, res, {
    kind: 'checkout',
    title: page?.title || data.title,
    keepOut: true,
    mark: marks.give(req, of.present, step, of.release.number, {
      seen,
      on,
      entrance: order.came.entrance ?? undefined,
      visit: order.came.visit ?? undefined,
    }),
    body: (page ? pageHtml(page, view) : '') + offerHtml(data),
  });
}
