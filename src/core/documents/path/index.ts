import * as z from 'zod';
import { linkProblem } from '#core/catalogue';
import {
  addressProblem,
  type Condition,
  entrancesOf,
  extrasOf,
  mainOffers,
  mendOf,
  offerAt,
  offersFollow,
  Path,
  type PathProblem,
  pathProblems,
  type Step,
  STEP_KIND_NAMES,
  stepOf,
  upgradePath,
} from '#core/paths';
import { type AnyBlockKind, blockKindOf } from '#core/pages';
import { waysFor, waysOpen, type WayToPay } from '#core/ways';
import type { DraftContent } from '../content';
import { type Finding, quoted, type Subject } from '../finding';
import { documentKind } from '../kind';
import { comparisonFindings } from './comparisonFindings';
import { fewFindings } from './fewFindings';
import { priceFindings } from './priceFindings';
import { wayInFindings } from './wayInFindings';

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

/** One problem of steps and joins, in a sentence. @param step how the step it is about is named */
function problemInWords(problem: PathProblem, title: string, step: string): string {
  switch (problem.code) {
    case 'no-checkout':
      return `${title} has no checkout.`;
    case 'no-thanks':
      return `${title} has no thank-you page.`;
    case 'no-start':
      return `${title} starts with a deleted step.`;
    case 'unreached':
      return `Nothing on ${title} leads to its ${step}.`;
    case 'dead-end':
      return `The ${step} of ${title} leads nowhere.`;
    case 'offer-early':
      return `${title} has an offer after payment before its checkout.`;
    case 'offer-empty':
      return `The ${step} of ${title} offers nothing yet. Choose what it offers.`;
    case 'no-way-on':
      return `The ${step} of ${title} has no button that leads on. Add an offer with its button, or the checkout itself.`;
    case 'round-trip':
      return `After paying on ${title}, buyers come back to its ${step} again and again.`;
    case 'step-address':
      return `The ${step} of ${title}: ${problem.why}`;
    case 'same-address':
      return `Two steps of ${title} have the address “${problem.address}”.`;
    case 'join-nowhere':
      return `The ${step} of ${title} leads to a step that is not there any more. Choose where it leads.`;
  }
}

/** What hangs together wrongly, with the press that mends it where a press can. */
function hangTogether(path: Path, pages: DraftContent['pages'], about: Subject): Finding[] {
  const pageOf = new Map(pages.map((p) => [p.id, p]));
  const leadsOn = (kind: AnyBlockKind): boolean =>
    kind.leadsOn === true || (path.front === true && kind.leadsOut === true);
  const hasWayOn = (step: Step): boolean =>
    pageOf.get(step.pageId)?.blocks.some((b) => !b.hidden && leadsOn(blockKindOf(b))) ?? true;
  return pathProblems(path, hasWayOn).map((problem): Finding => {
    const step = 'step' in problem ? stepOf(path, problem.step) : undefined;
    const alike = path.steps.filter((s) => s.kind === step?.kind);
    const name = step ? `${STEP_KIND_NAMES[step.kind]}${alike.length > 1 ? ` ${alike.indexOf(step) + 1}` : ''}` : '';
    const mend = mendOf(path, problem);
    return {
      level: 'stops',
      code: problem.code,
      text: problemInWords(problem, quoted(path.title), name),
      about,
      ...(mend
        ? {
            mend: {
              label: mend.label,
              kind: 'path',
              id: path.id,
              // What was typed since stays: the path as it is then is mended.
              of: (now) => mendOf(now as Path, problem)?.path ?? now,
            },
          }
        : {}),
    };
  });
}

/** Whether what a join asks for can still be so of anybody. */
function canHold(
  when: Condition,
  path: Path,
  offers: DraftContent['offers'],
  products: DraftContent['products'],
): boolean {
  switch (when.about) {
    case 'price':
      return offers.some((o) => mainOffers(path).includes(o.id) && o.prices.some((p) => p.id === when.priceId));
    case 'extra':
      return extrasOf(path).some((e) => e.id === when.extraId);
    case 'owns':
      return products.some((p) => p.id === when.productId);
    case 'entrance':
      return entrancesOf(path).some((e) => e.id === when.entranceId);
  }
}

type Offers = DraftContent['offers'];

/** Whether an offer brings nothing new to whoever has another. What goes on with more payments may be meant so. */
const isSame = (offer: Offers[number], main: Offers[number]): boolean =>
  offer.id !== main.id && offer.productIds.length > 0 && offer.productIds.every((id) => main.productIds.includes(id));

/** Prices of its checkouts that no way to pay that is ready could take. */
function unpayable(path: Path, { offers }: DraftContent, about: Subject, open: readonly WayToPay[]): Finding[] {
  const prices = path.steps.flatMap((step) =>
    step.kind === 'checkout'
      ? (offers.find((o) => o.id === offerAt(path, step))?.prices ?? []).map(({ name, terms }) => ({
          name,
          costs: terms.kind !== 'free',
          later: terms.kind === 'plan' || terms.kind === 'subscription' || offersFollow(path, step.id),
        }))
      : [],
  );
  const unpaid = prices.filter(({ costs, later }) => costs && waysFor(open, { later }).length === 0);
  if (unpaid.length === 0) return [];
  const which =
    unpaid.length === prices.length || unpaid[0]?.name === '' ? '' : ` for ${quoted(unpaid[0]?.name ?? '')}`;
  return [
    {
      level: 'stops',
      code: 'no-way-to-pay',
      text: `No way to pay that is ready can take money${which} on ${quoted(path.title)}. Connect one, or wait until it is checked: Shop, Money.`,
      about,
    },
  ];
}

/** Extras and offers after payment: a price that is there, in the path's currency, and after its checkout. */
function besideFindings(path: Path, offers: Offers, about: Subject): Finding[] {
  const found: Finding[] = [];
  const stops = (code: string, text: string): void => void found.push({ level: 'stops', code, text, about });
  if (path.front) return [];
  const main = offers.find((o) => o.id === path.offerId);
  for (const { offerId } of path.steps) {
    const own = offerId === undefined ? main : offers.find((o) => o.id === offerId);
    if (!own) stops('offer-missing', `A checkout of ${quoted(path.title)} sells an offer that is no longer here.`);
    else if (main && own.currency !== main.currency)
      stops('beside-currency', `A checkout of ${quoted(path.title)} is in ${own.currency}; one path has one currency.`);
  }
  const beside = [
    ...extrasOf(path).map((extra) => ({ ...extra, what: 'An extra', also: [] as string[] })),
    ...path.steps.flatMap(({ kind, offer }) =>
      kind === 'offer' && offer ? [{ ...offer, what: 'An offer after payment' }] : [],
    ),
  ];
  for (const { offerId, priceId, what, also = [] } of beside) {
    const offer = offers.find((o) => o.id === offerId);
    const named = [priceId, ...also];
    if (!offer || named.some((id) => !offer.prices.some((p) => p.id === id)))
      stops('beside-missing', `${what} of ${quoted(path.title)} has a price that is no longer here.`);
    else if (main && isSame(offer, main))
      found.push({
        level: 'look',
        code: 'beside-same',
        text: `${what} of ${quoted(path.title)} opens nothing that ${quoted(main.title)} does not open already: it would be paid for twice.`,
        about,
      });
    else if (main && offer.currency !== main.currency)
      stops('beside-currency', `${what} of ${quoted(path.title)} is in ${offer.currency}; one path has one currency.`);
  }
  return found;
}

/** The steps a buyer walks. */
export const pathKind = documentKind<'path', Path>({
  kind: 'path',
  list: 'paths',
  name: 'Path',
  stage: 'Sell',
  schema: z.array(Path).max(2_000),
  upgrade: (doc) => upgradePath(doc) as Path,
  seal: (path) => path,
  unseal: (path) => path,
  title: ({ title }) => title,
  route: (id) => `/sell/${id}`,
  fields: {
    title: 'title',
    note: 'note',
    address: 'address',
    formerAddresses: ['', 'the address'],
    steps: 'steps',
    joins: ['where steps lead', 'where a step leads'],
    start: ['where it starts', 'where it starts'],
    setAside: ['prices only for special links', 'which prices are only for special links'],
    entrances: 'entrances',
    countdowns: 'countdowns',
    bonuses: ['what is given along', 'what is given along'],
    comparisons: ['two designs', 'two designs'],
  },
  findings(content, { now, ready }) {
    const { paths, pages, offers, products } = content;
    const owner = new Map<string, string>();
    for (const path of paths) owner.set(path.address, owner.get(path.address) ?? path.id);
    const all = paths.flatMap((path) => {
      const about: Subject = { kind: 'path', id: path.id };
      const found: Finding[] = [];
      const stops = (code: string, text: string): void => void found.push({ level: 'stops', code, text, about });
      const problem = addressProblem(path.address);
      if (problem) stops('address-wrong', `${quoted(path.title)}: ${problem}`);
      if (owner.get(path.address) !== path.id)
        stops('address-taken', `The address “${path.address}” is taken by another path.`);
      if (!path.front && !offers.some((o) => o.id === path.offerId))
        stops('offer-missing', `${quoted(path.title)} sells an offer that is no longer here.`);
      found.push(...hangTogether(path, pages, about), ...comparisonFindings(path, content, about));
      if (ready) found.push(...unpayable(path, content, about, waysOpen(ready, content.shop.ways)));
      for (const { to, when } of path.joins) {
        if (when && !canHold(when, path, offers, products))
          found.push({
            level: 'look',
            code: 'never-so',
            text: `Nobody can be sent another way on ${quoted(path.title)} by what is asked there: it is not sold there any more.`,
            about,
          });
        const wrong = to.kind === 'elsewhere' ? linkProblem({ url: to.href }) : null;
        if (wrong !== null) stops('leads-wrong', `${quoted(path.title)} leads out to a wrong address. ${wrong}`);
        if (to.kind === 'path' && !paths.some((p) => p.id === to.path))
          stops('leads-nowhere', `${quoted(path.title)} leads to a path that is not there any more.`);
      }
      found.push(...besideFindings(path, offers, about), ...wayInFindings(path, content, about, now));
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
    return [...all, ...priceFindings(content), ...fewFindings(content)];
  },
});
