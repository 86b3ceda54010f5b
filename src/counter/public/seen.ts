import type { Request, Response } from 'express';
import {
  type Coming,
  inDesigns,
  leadsTo,
  mainOffers,
  type Path,
  pathSeen,
  type Sight,
  sightOf,
  type Step,
  stepsAfterPayment,
  waysOn,
} from '#core/paths';
import type { Release } from '#core/release';
import type { PriceId } from '#core/ids';
import type { CounterContext } from '../context';
import { emailOfLink } from '../shared/emailMark';
import { comingOf, nameFor, noteEmail, noteFirst } from './coming';
import { hrefOfTarget } from './shells';
import { quoteStands, readVisit, tillFor, type Visit } from './visit';

/** A path as one visitor meets it now. */
export interface Seen {
  coming: Coming;
  sight: Sight;
  /** Without steps that they are led past, in the designs that are theirs. */
  path: Path;
}

/** What a visitor sees of a path now. Where time runs from their first coming, it begins to run. */
export function seenBy(context: CounterContext, req: Request, res: Response, release: Release, path: Path): Seen {
  nameFor(context, req, res, path);
  const email = emailOfLink(context.secrets.signing, req);
  const came = email === null ? comingOf(context, req, path.id) : noteEmail(context, req, res, path.id, email);
  const counted = path.countdowns?.some(({ until }) => until.to === 'hours') === true;
  const coming = counted && came.first == null ? noteFirst(context, req, res, path.id) : came;
  const sight = sightOf(path, coming, release.content);
  return { coming, sight, path: inDesigns(pathSeen(path, sight), coming.seed) };
}

/** Where somebody is led who asks for a step that is not theirs now; null where it is. */
export function ledElsewhere(
  context: CounterContext,
  req: Request,
  release: Release,
  path: Path,
  step: Step,
  { coming, sight }: Pick<Seen, 'coming' | 'sight'>,
): string | null {
  // After payment other rules count: what was bought stays, and leads on as it did.
  if (step.id !== path.start && step.kind !== 'checkout' && stepsAfterPayment(path).has(step.id)) return null;
  const { closedTo } = sight;
  const isThere = closedTo?.kind === 'step' && closedTo.step === step.id;
  if (closedTo && !isThere && !isUnderWay(context, req, release, path, step))
    return hrefOfTarget(release, path, closedTo);
  if (sight.leftOut.has(step.id)) {
    const [by = 'next'] = waysOn(step);
    return hrefOfTarget(release, pathSeen(path, sight), leadsTo(path, step.id, by));
  }
  // A lower price is for whoever turned back; everybody else begins at the beginning.
  if (step.kind === 'turned-back' && coming.turnedBack == null) return `/${path.address}`;
  return null;
}

/** Whether somebody is at a checkout that began before its path closed, and may finish, or hear how it stands. */
function isUnderWay(context: CounterContext, req: Request, release: Release, path: Path, step: Step): boolean {
  const visit = step.kind === 'checkout' ? readVisit(context, req, path.id, step.id) : null;
  if (!visit) return false;
  // Whoever has pressed its button there hears what came of it, however long the bank took.
  if (context.runner.state.checkouts.get(visit.checkout)?.lastKey != null) return true;
  if (!quoteStands(context, visit)) return false;
  const quoted = context.releases.get(visit.release) ?? release;
  return !tillFor({ visit, release: quoted }, path, context.runner.now()).closed;
}

/** Whether somebody came to a path another way since a checkout began: through another entrance, or by turning back. */
export const cameAnew = (visit: Visit, { entrance, turnedBack }: Coming): boolean =>
  (entrance ?? null) !== (visit.entrance ?? null) || (turnedBack ?? null) !== (visit.turnedBack ?? null);

/** Every price of what a path's checkouts sell. */
export const pricesOn = ({ content }: Release, path: Path): PriceId[] =>
  mainOffers(path).flatMap((id) => content.offers.find((o) => o.id === id)?.prices.map((p) => p.id) ?? []);
