import { addressProblem, bitesNothing, entrancesOf, isNeeded, mainOffers, type Path, stepOf } from '#core/paths';
import { addDays, type Instant, momentOfWall, startOfDate } from '#core/calendar';
import type { DraftContent } from '../content';
import { type Finding, quoted, type Subject } from '../finding';

/** What is wrong with a path's entrances, countdowns and with what whoever turns back may have. */
export function wayInFindings(path: Path, content: DraftContent, about: Subject, now: Instant): Finding[] {
  const found: Finding[] = [];
  const add =
    (level: Finding['level']) =>
    (code: string, text: string): void =>
      void found.push({ level, code, text, about });
  const [stops, look] = [add('stops'), add('look')];
  const name = quoted(path.title);
  const prices = new Set(
    content.offers.filter((o) => mainOffers(path).includes(o.id)).flatMap((o) => o.prices.map((p) => p.id)),
  );
  const isGone = (ids: readonly string[]): boolean => ids.some((id) => !prices.has(id));

  const words = new Set<string>();
  for (const { word, from, until, prices: own, coupon, short } of entrancesOf(path)) {
    const problem = addressProblem(word, []);
    if (problem) stops('entrance-word', `A special link to ${name}: ${problem}`);
    if (words.has(word)) stops('entrance-twice', `Two special links to ${name} have the address “${word}”.`);
    words.add(word);
    if (from !== null && until !== null && until < from)
      stops('entrance-days', `The special link ${quoted(word)} to ${name} ends before it starts.`);
    if (own && isGone(own))
      stops('entrance-price', `The special link ${quoted(word)} to ${name} shows a deleted price.`);
    if (own?.length === 0)
      stops(
        'entrance-none',
        `The special link ${quoted(word)} to ${name} shows no price. Choose one, or show the same prices as everybody.`,
      );
    if (coupon.trim() !== '' && !content.coupons.some((c) => c.code.toUpperCase() === coupon.trim().toUpperCase()))
      stops(
        'entrance-coupon',
        `The special link ${quoted(word)} to ${name} fills in “${coupon}”, which does not exist.`,
      );
    const others = content.paths.filter((p) => p.id !== path.id).flatMap((p) => entrancesOf(p));
    if (others.some((e) => e.short === short))
      stops('entrance-short', `The short address ${quoted(short)} leads to two special links.`);
  }

  for (const countdown of path.countdowns ?? []) {
    const { until, then } = countdown;
    if (bitesNothing(countdown))
      stops('countdown-nothing', `A countdown of ${name} changes nothing when it is over. Say what happens then.`);
    if (until.to === 'moment' && then.does !== 'closes' && momentOfWall(until.at, content.shop.zone) <= now)
      look('countdown-over', `A countdown of ${name} is over: what it was to change has changed.`);
    if (then.does === 'prices' && isGone([...then.go, ...then.come]))
      stops('countdown-price', `A countdown of ${name} is about a price that is no longer here.`);
    if (then.does === 'leaves-out') {
      const step = stepOf(path, then.step);
      if (!step || isNeeded(path, step) || step.id === path.start)
        stops(
          'countdown-step',
          `A countdown of ${name} leaves out a step that ${step ? 'it cannot do without' : 'is not here'}.`,
        );
    }
    if (then.does === 'closes' && then.to.kind === 'step' && !stepOf(path, then.to.step))
      stops('countdown-step', `A countdown of ${name} leads to a step that is not there any more.`);
  }

  if (closesInARound(path, content.paths))
    stops('closes-round', `Once ${name} has closed, it leads to a path that leads back to it: nobody would arrive.`);

  for (const { productId, entranceId, until } of path.bonuses ?? []) {
    const product = content.products.find((p) => p.id === productId);
    if (!product || product.putAway) stops('bonus-missing', `${name} gives something along that is not here any more.`);
    if (entranceId !== null && !entrancesOf(path).some((e) => e.id === entranceId))
      stops('bonus-entrance', `${name} gives a bonus to buyers of a deleted special link.`);
    if (until !== null && startOfDate(addDays(until, 1), content.shop.zone) <= now)
      look('bonus-over', `What ${name} gives along until ${until} is over.`);
  }

  for (const { kind, lower } of path.steps) {
    if (kind === 'turned-back' && (!lower || isGone([lower.priceId])))
      stops('lower-missing', `The page for people who leave the checkout of ${name} has no price yet. Choose one.`);
  }
  if (isGone(path.setAside ?? [])) look('aside-gone', `${name} has a deleted price that is only for special links.`);
  if (prices.size > 0 && [...prices].every((id) => path.setAside?.includes(id)))
    look(
      'aside-all',
      `Every price of ${name} is shown only through special links, so visitors without one can buy nothing.`,
    );
  return found;
}

/** Whether the paths that closing leads to, one after the other, lead back. Each is taken to have closed as well. */
function closesInARound(path: Path, paths: readonly Path[]): boolean {
  const met = new Set<Path['id']>();
  const after = (one: Path): Path[] =>
    (one.countdowns ?? []).flatMap(({ then }) => {
      const to = then.does === 'closes' && then.to.kind === 'path' ? then.to.path : null;
      return paths.find((p) => p.id === to) ?? [];
    });
  const waiting = after(path);
  for (const next of waiting) {
    if (next.id === path.id) return true;
    if (!met.has(next.id)) waiting.push(...after(next));
    met.add(next.id);
  }
  return false;
}
