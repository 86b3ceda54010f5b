import * as z from 'zod';
import { addressProblem, extrasOf, offersAfterPayment, Path } from '#core/paths';
import type { DraftContent } from '../content';
import { type Finding, quoted, type Subject } from '../finding';
import { documentKind } from '../kind';

declare module '../content' {
  interface Documents {
    path: Path;
  }
  interface DraftContent {
    paths: Path[];
  }
  interface ReleaseContent {
    paths: Path[];
  }
}

/** Extras and offers after payment: a price that is there, in the path's currency, and after its checkout. */
function besideFindings(path: Path, offers: DraftContent['offers'], about: Subject): Finding[] {
  const found: Finding[] = [];
  const stops = (code: string, text: string): void => void found.push({ level: 'stops', code, text, about });
  const main = offers.find((o) => o.id === path.offerId);
  const beside = [
    ...extrasOf(path).map((extra) => ({ ...extra, what: 'An extra' })),
    ...offersAfterPayment(path).map((offer) => ({ ...offer, what: 'An offer after payment' })),
  ];
  for (const { offerId, priceId, what } of beside) {
    const offer = offers.find((o) => o.id === offerId);
    if (!offer?.prices.some((p) => p.id === priceId))
      stops('beside-missing', `${what} of ${quoted(path.title)} has a price that is no longer here.`);
    else if (main && offer.currency !== main.currency)
      stops('beside-currency', `${what} of ${quoted(path.title)} is in ${offer.currency}; one path has one currency.`);
  }
  const checkout = path.steps.findIndex((s) => s.kind === 'checkout');
  if (path.steps.some((s, i) => s.kind === 'offer' && i < checkout))
    stops('offer-early', `${quoted(path.title)} has an offer after payment before its checkout.`);
  if (path.steps.some((s) => s.kind === 'offer' && !s.offer))
    stops('offer-empty', `A step of ${quoted(path.title)} offers nothing yet.`);
  return found;
}

/** The steps a buyer walks. */
export const pathKind = documentKind<'path', Path>({
  kind: 'path',
  list: 'paths',
  name: 'Path',
  stage: 'Sell',
  schema: z.array(Path).max(2_000),
  upgrade: (doc) => doc as Path,
  seal: (path) => path,
  unseal: (path) => path,
  title: ({ title }) => title,
  route: (id) => `/sell/${id}`,
  fields: { title: 'title', address: 'address', formerAddresses: ['', 'the address'], steps: 'steps' },
  findings({ paths, pages, offers }) {
    const owner = new Map<string, string>();
    for (const path of paths) owner.set(path.address, owner.get(path.address) ?? path.id);
    return paths.flatMap((path) => {
      const about: Subject = { kind: 'path', id: path.id };
      const found: Finding[] = [];
      const stops = (code: string, text: string): void => void found.push({ level: 'stops', code, text, about });
      const problem = addressProblem(path.address);
      if (problem) stops('address-wrong', `${quoted(path.title)}: ${problem}`);
      if (owner.get(path.address) !== path.id)
        stops('address-taken', `The address “${path.address}” is taken by another path.`);
      if (!offers.some((o) => o.id === path.offerId))
        stops('offer-missing', `${quoted(path.title)} sells an offer that is no longer here.`);
      for (const kind of ['checkout', 'thanks'] as const)
        if (!path.steps.some((s) => s.kind === kind))
          stops('step-missing', `${quoted(path.title)} has no ${kind === 'checkout' ? 'checkout' : 'thank-you page'}.`);
      found.push(...besideFindings(path, offers, about));
      for (const step of path.steps)
        if (!pages.some((p) => p.id === step.pageId))
          stops('page-missing', `A page of ${quoted(path.title)} is not here.`);
      for (const former of path.formerAddresses) {
        const now = owner.get(former);
        if (now && now !== path.id)
          found.push({
            level: 'look',
            code: 'former-taken',
            text: `“${former}” used to lead to ${quoted(path.title)} and now belongs to another path.`,
            about,
          });
      }
      return found;
    });
  },
});
