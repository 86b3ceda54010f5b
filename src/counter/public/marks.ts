import type { Request, Response } from 'express';
import { dateIn } from '#core/calendar';
import { resolveAddress, type Path, type Step } from '#core/paths';
import { linkWords, siteOf, type View } from '#core/visits';
import { type CounterContext, liveRelease } from '../context';
import { placeOf } from '../http/limits';
import { textOf } from '../http/textOf';

/** A page that has not fetched its mark by then was fetched by no browser. */
const WAITS_MS = 5 * 60_000;
/** Pages that wait for their marks; further ones push out the oldest. */
const MOST_WAITING = 20_000;
/** So many people of one place are counted on a day: an office, a class, a phone network's corner. */
const MOST_A_PLACE = 200;
/** And so many of them in a comparison, which a few hundred decide. */
const MOST_COMPARED = 20;
/** Programs that say what they are. */
const SAYS_IT_IS_ONE = /bot\b|crawl|spider|slurp|preview|monitor|curl|wget|python|headless-check/i;

export const MARK_PREFIX = '/-/mark/';

/** What is known of a view besides its page. */
type More = Pick<View, 'entrance' | 'visit' | 'seen' | 'on'>;

interface Waiting {
  view: View;
  day: string;
  since: number;
}

/**
 * Tells people who look from programs that fetch: a page names a mark, a style of no weight at an address made anew for
 * each view, and whoever fetches it has drawn the page. Only then is the view counted.
 */
export class Marks {
  readonly #waiting = new Map<string, Waiting>();
  /** Who was counted today, by the place they came from. */
  readonly #places = new Map<string, Set<string>>();
  #day = '';
  constructor(private readonly context: CounterContext) {}

  /** The address of a page's mark; null for a program that says it is one. */
  give(req: Request, path: Path, step: Step, release: number, more: More): string | null {
    const { context } = this;
    const zone = liveRelease(context)?.content.shop.zone ?? 'UTC';
    const day = dateIn(context.runner.now(), zone);
    this.sweep();
    if (SAYS_IT_IS_ONE.test(req.get('user-agent') ?? '')) {
      context.visits.robot(day, path.id, step.id);
      return null;
    }
    const id = context.ids.next('m');
    this.#waiting.set(id, { day, since: performance.now(), view: viewOf(context, req, path, step, release, more) });
    return `${MARK_PREFIX}${id}.css`;
  }

  /** A mark was fetched: its page is counted, once. */
  fetched(id: string, res: Response): void {
    const waiting = this.#waiting.get(id);
    this.#waiting.delete(id);
    if (waiting) this.#count(waiting, placeOf(res.req));
    res.type('text/css').set('Cache-Control', 'no-store').send('');
  }

  /**
   * From one place so many people are believed on a day, and fewer decide a comparison: more are a program that makes
   * them up. Who looks at several pages is one of them.
   */
  #count({ day, view }: Waiting, place: string): void {
    if (day !== this.#day) {
      this.#day = day;
      this.#places.clear();
    }
    const seen = this.#places.get(place) ?? new Set<string>();
    this.#places.set(place, seen);
    // A view without a name could be anybody's: each counts as one.
    const who = view.visit ?? `${seen.size}`;
    // Outside a real shop whoever tries it is many people.
    if (this.context.mode !== 'real') return this.context.visits.note(day, view);
    if (seen.size < MOST_A_PLACE) seen.add(who);
    if (!seen.has(who)) return this.context.visits.robot(day, view.path, view.step);
    const among = [...seen].indexOf(who);
    const { seen: designs, on, ...rest } = view;
    this.context.visits.note(
      day,
      among < MOST_COMPARED ? { ...rest, ...(designs ? { seen: designs } : {}), ...(on ? { on } : {}) } : rest,
    );
  }

  /** What waited too long was fetched by a program. */
  sweep(): void {
    const oldest = performance.now() - WAITS_MS;
    for (const [id, { since, day, view }] of this.#waiting) {
      if (since > oldest && this.#waiting.size < MOST_WAITING) return;
      this.#waiting.delete(id);
      this.context.visits.robot(day, view.path, view.step);
    }
  }
}

function viewOf(context: CounterContext, req: Request, path: Path, step: Step, release: number, more: More): View {
  const referer = req.get('referer');
  const isOwn = (origin: string): boolean => context.hosts.isOwnOrigin(origin, req.get('host') ?? '');
  const from = stepBefore(path, referer, isOwn);
  const site = siteOf(referer, isOwn);
  const words = linkWords(textOf(req.query['from']));
  return {
    path: path.id,
    step: step.id,
    release,
    ...(from === undefined || from === step.id ? {} : { from }),
    ...(site === undefined ? {} : { site }),
    ...(words === undefined ? {} : { words }),
    ...(more.seen?.length ? { seen: more.seen } : {}),
    ...(more.on?.length ? { on: more.on } : {}),
    ...(more.entrance === undefined ? {} : { entrance: more.entrance }),
    ...(more.visit === undefined ? {} : { visit: more.visit }),
  };
}

/** The step of the same path whose page led here, as the browser says. */
function stepBefore(
  path: Path,
  referer: string | undefined,
  isOwn: (origin: string) => boolean,
): Step['id'] | undefined {
  if (referer === undefined || !URL.canParse(referer)) return undefined;
  const { origin, pathname } = new URL(referer);
  if (!isOwn(origin)) return undefined;
  const [, address = '', rest = ''] = pathname.split('/');
  const place = resolveAddress([path], address, rest);
  return place.found === 'step' ? place.step.id : undefined;
}
