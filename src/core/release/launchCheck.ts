import { dateIn, type Instant } from '#core/calendar';
import {
  couponCode,
  couponProblem,
  type DraftPrice,
  draftTermsProblem,
  linkProblem,
  ShopDetails,
} from '#core/catalogue';
import { addressProblem } from '#core/paths';
import type { DraftContent } from './release';

export interface Subject {
  kind: 'product' | 'offer' | 'coupon' | 'path' | 'page' | 'shop';
  id: string;
}
export interface Finding {
  level: 'stops' | 'look';
  code: string;
  /** One sentence that says what is wrong and, where it is not plain, what to do. */
  text: string;
  about: Subject;
}

/**
 * Walks everything a buyer could meet and lists what would fail. Used while editing, before publishing, and by
 * the counter before it takes a release: one computation, so that the studio never promises what is then refused.
 * @param hasFile whether the bytes of a SHA-256 are at hand
 * @param now for days that have passed
 */
export function launchCheck(draft: DraftContent, hasFile: (sha256: string) => boolean, now: Instant): Finding[] {
  return [
    ...shopFindings(draft, hasFile),
    ...productFindings(draft, hasFile),
    ...offerFindings(draft, now),
    ...couponFindings(draft),
    ...pathFindings(draft, hasFile),
  ];
}

const quoted = (title: string): string => `“${title.trim() === '' ? 'Without a title' : title.trim()}”`;

function shopFindings({ shop }: DraftContent, hasFile: (sha256: string) => boolean): Finding[] {
  const logo = shop.brand?.logo?.file;
  if (logo && !hasFile(logo.sha256))
    return [
      {
        level: 'stops',
        code: 'file-missing',
        text: `The logo “${logo.name}” is not here. Add it again.`,
        about: { kind: 'shop', id: 'shop' },
      },
    ];
  const parsed = ShopDetails.safeParse(shop);
  if (parsed.success) return [];
  return [
    {
      level: 'stops',
      code: 'shop-details',
      text: `The shop's details: ${parsed.error.issues[0]?.message ?? 'something is missing'}.`.replace('..', '.'),
      about: { kind: 'shop', id: 'shop' },
    },
  ];
}

function productFindings({ products, offers }: DraftContent, hasFile: (sha256: string) => boolean): Finding[] {
  const sold = new Set(offers.filter((o) => o.onSale).flatMap((o) => o.productIds));
  return products.flatMap((product) => {
    const about: Subject = { kind: 'product', id: product.id };
    const found: Finding[] = [];
    if (product.title.trim() === '')
      found.push({ level: 'stops', code: 'no-title', text: 'A product has no title.', about });
    if (product.files.length + product.links.length === 0) {
      found.push({
        level: sold.has(product.id) ? 'stops' : 'look',
        code: 'nothing-to-deliver',
        text: `${quoted(product.title)} has neither a file nor a link: a buyer would pay and get nothing.`,
        about,
      });
    }
    for (const link of product.links) {
      const problem = linkProblem(link);
      if (problem)
        found.push({ level: 'stops', code: 'link-wrong', text: `${quoted(product.title)}: ${problem}`, about });
    }
    for (const file of [...product.files, ...(product.picture ? [product.picture.file] : [])]) {
      if (!hasFile(file.sha256))
        found.push({
          level: 'stops',
          code: 'file-missing',
          text: `The file “${file.name}” of ${quoted(product.title)} is not here. Add it again.`,
          about,
        });
    }
    if (product.picture && product.picture.alt.trim() === '')
      found.push({
        level: 'look',
        code: 'no-alt',
        text: `The picture of ${quoted(product.title)} has no words for people who cannot see it.`,
        about,
      });
    return found;
  });
}

function offerFindings({ offers, products, shop }: DraftContent, now: Instant): Finding[] {
  const today = dateIn(now, shop.zone);
  const known = new Set(products.map((p) => p.id));
  return offers.flatMap((offer) => {
    const about: Subject = { kind: 'offer', id: offer.id };
    const found: Finding[] = [];
    if (offer.title.trim() === '')
      found.push({ level: 'stops', code: 'no-title', text: 'An offer has no title.', about });
    if (offer.productIds.length === 0)
      found.push({
        level: 'stops',
        code: 'opens-nothing',
        text: `${quoted(offer.title)} opens nothing. Choose what the buyer gets.`,
        about,
      });
    for (const id of offer.productIds)
      if (!known.has(id))
        found.push({
          level: 'stops',
          code: 'product-missing',
          text: `${quoted(offer.title)} opens something that is no longer here.`,
          about,
        });
    if (offer.prices.length === 0)
      found.push({ level: 'stops', code: 'no-price', text: `${quoted(offer.title)} has no price yet.`, about });
    for (const price of offer.prices) {
      const problem = draftTermsProblem(price, offer.currency);
      const named = `${quoted(offer.title)}${price.name ? `, ${price.name}` : ''}`;
      if (problem) found.push({ level: 'stops', code: 'price-wrong', text: `${named}: ${problem}`, about });
      else found.push(...dayFindings(price, named, today, about));
    }
    if (offer.prices.length > 1 && new Set(offer.prices.map((p) => p.name.trim())).size < offer.prices.length) {
      found.push({
        level: 'stops',
        code: 'same-name',
        text: `Two prices of ${quoted(offer.title)} have the same name, so a buyer could not tell them apart.`,
        about,
      });
    }
    return found;
  });
}

/** Days that have passed: access that would be over when it is bought, and a sale that has ended. */
function dayFindings(price: DraftPrice, named: string, today: string, about: Subject): Finding[] {
  const found: Finding[] = [];
  if (price.access.kind === 'until' && price.access.date < today)
    found.push({
      level: 'stops',
      code: 'access-over',
      text: `${named} would stay open until a day that has passed, so a buyer would get nothing.`,
      about,
    });
  if (price.access.kind === 'until' && price.sale && price.access.date < (price.sale.from || today))
    found.push({
      level: 'stops',
      code: 'access-before-sale',
      text: `${named} would close before its first day of sale.`,
      about,
    });
  if (price.sale && price.sale.until !== '' && price.sale.until < today)
    found.push({
      level: 'look',
      code: 'sale-over',
      text: `${named}: its last day of sale has passed, so nobody can buy it.`,
      about,
    });
  return found;
}

function couponFindings({ coupons }: DraftContent): Finding[] {
  const codes = coupons.map((c) => couponCode(c.code));
  return coupons.flatMap((coupon, i): Finding[] => {
    const about: Subject = { kind: 'coupon', id: coupon.id };
    const problem = couponProblem(coupon);
    if (problem)
      return [{ level: 'stops', code: 'coupon-wrong', text: `The coupon ${quoted(coupon.code)}: ${problem}`, about }];
    return codes.indexOf(codes[i] ?? '') < i
      ? [
          {
            level: 'stops',
            code: 'coupon-twice',
            text: `Two coupons have the code ${codes[i] ?? ''}. Change one of them.`,
            about,
          },
        ]
      : [];
  });
}

function pathFindings({ paths, pages, offers }: DraftContent, hasFile: (sha256: string) => boolean): Finding[] {
  const owner = new Map<string, string>();
  const found: Finding[] = [];
  for (const path of paths) owner.set(path.address, owner.get(path.address) ?? path.id);
  for (const path of paths) {
    const about: Subject = { kind: 'path', id: path.id };
    const problem = addressProblem(path.address);
    if (problem)
      found.push({ level: 'stops', code: 'address-wrong', text: `${quoted(path.title)}: ${problem}`, about });
    if (owner.get(path.address) !== path.id)
      found.push({
        level: 'stops',
        code: 'address-taken',
        text: `The address “${path.address}” is taken by another path.`,
        about,
      });
    if (!offers.some((o) => o.id === path.offerId))
      found.push({
        level: 'stops',
        code: 'offer-missing',
        text: `${quoted(path.title)} sells an offer that is no longer here.`,
        about,
      });
    for (const kind of ['checkout', 'thanks'] as const) {
      if (!path.steps.some((s) => s.kind === kind))
        found.push({
          level: 'stops',
          code: 'step-missing',
          text: `${quoted(path.title)} has no ${kind === 'checkout' ? 'checkout' : 'thank-you page'}.`,
          about,
        });
    }
    for (const step of path.steps) {
      const page = pages.find((p) => p.id === step.pageId);
      if (!page) {
        found.push({
          level: 'stops',
          code: 'page-missing',
          text: `A page of ${quoted(path.title)} is not here.`,
          about,
        });
        continue;
      }
      for (const block of page.blocks) {
        if (block.kind === 'offer' && block.step !== undefined && !path.steps.some((s) => s.id === block.step))
          found.push({
            level: 'stops',
            code: 'button-nowhere',
            text: `A button on ${quoted(path.title)} leads to a step that is not there any more. Choose where it leads.`,
            about: { kind: 'page', id: page.id },
          });
        if (block.kind !== 'picture' && block.kind !== 'maker') continue;
        if (block.file && !hasFile(block.file.sha256))
          found.push({
            level: 'stops',
            code: 'file-missing',
            text: `The picture “${block.file.name}” on ${quoted(path.title)} is not here.`,
            about: { kind: 'page', id: page.id },
          });
        if (block.file && block.alt.trim() === '')
          found.push({
            level: 'look',
            code: 'no-alt',
            text: `A picture on ${quoted(path.title)} has no words for people who cannot see it.`,
            about: { kind: 'page', id: page.id },
          });
      }
    }
  }
  for (const path of paths) {
    for (const former of path.formerAddresses) {
      const now = owner.get(former);
      if (now && now !== path.id)
        found.push({
          level: 'look',
          code: 'former-taken',
          text: `“${former}” used to lead to ${quoted(path.title)} and now belongs to another path.`,
          about: { kind: 'path', id: path.id },
        });
    }
  }
  return found;
}
