import { DAY, formatDay, formatMoment, HOUR, MINUTE, msOf } from '#core/calendar';
import { paperName, taxedBy } from '#core/messages';
import { formatAmount } from '#core/money';
import { boughtWith, sumsOf } from '#core/payments';
import { type Order, orderStatus, passesFor, sessionsOfPerson } from '#core/shop';
import type { PersonId, ProductId } from '#core/ids';
import type {
  MemberCoaching,
  NextSession,
  MemberCourse,
  MemberMembership,
  MemberOrder,
  MemberThing,
  OpenFile,
  SignedIn,
} from '../../wire';
import { describeContents, productKindOf } from '#core/catalogue';
import { courseView } from '../../pages/data/courseData';
import type { CounterContext } from '../context';
import { membershipView } from '../../pages/data/membershipData';
import { insideOf } from './inside';
import { learnerFor, learningOf } from './learner';
import { nameAt } from '#core/people';
import { filesOfPass, productTitle } from '../shared/orderView';
import type { Reading } from '../shared/reading';
import { type Hrefs, MINE } from '../shared/readHref';
import { coachingIn, leftOf, nextSessionOf } from '../shared/sessionView';
import { classIn, placeOf } from '../shared/classView';
import { memberTasks } from '../shared/taskView';
import { whyOpen } from '../shared/whyOpen';
import { agreementsOf } from './agreementsView';

type View = Pick<SignedIn, 'name' | 'address' | 'things' | 'next' | 'agreements' | 'orders'>;

/** What a signed-in member sees: one entry a product, and every order with its papers. */
export function memberView(context: CounterContext, reading: Reading, personId: PersonId, hrefs: Hrefs = MINE): View {
  const { state, person } = reading;
  const products = [...new Set(passesFor(state, personId).map((p) => p.productId))];
  const orders = (state.ordersOfPerson.get(personId) ?? []).flatMap((id) => state.orders.get(id) ?? []);
  const known = person(personId);
  return {
    // Their own; until they say it, what they bought under first.
    name: known ? known.name || nameAt(known, orders[0]?.checkoutId ?? null) : '',
    address: known?.address ?? '',
    things: products.map((id) => thingOf(context, reading, personId, id, hrefs)),
    next: nextOf(reading, personId),
    orders: orders.reverse().map((order) => orderOf(reading, order)),
    agreements: agreementsOf(reading, personId),
  };
}

/** One product they have or had: open and how long, or why not. */
function thingOf(
  context: CounterContext,
  reading: Reading,
  personId: PersonId,
  productId: ProductId,
  hrefs: Hrefs,
): MemberThing {
  const { shop, locale, words } = reading;
  const title = productTitle(reading, productId);
  const why = whyOpen(reading, personId, productId);
  const files = why.open && why.pass ? filesOfPass(reading, why.pass) : [];
  const lasts = why.lasts ?? 'good';
  const mine = typeof lasts === 'string' ? lasts : { until: formatMoment(lasts.until, shop.zone, locale) };
  const course = why.open ? courseOf(reading, personId, productId, hrefs) : null;
  const classes = classesOf(reading, personId, productId);
  return {
    title,
    open: why.open,
    note: why.open ? `${describeOpen(reading, productId, files)}, ${words.access.mine(mine)}` : why.sentence,
    // Recordings stand with their dates.
    files: classes ? [] : files,
    course,
    task: taskOf(reading, personId, productId),
    classes,
    coaching: coachingOf(reading, personId, productId, why.open),
    membership: why.open ? membershipOf(context, reading, personId, productId, hrefs) : null,
  };
}

function coachingOf(reading: Reading, personId: PersonId, productId: ProductId, open: boolean): MemberCoaching | null {
  const coaching = coachingIn(reading, productId);
  if (!coaching) return null;
  const left = leftOf(reading.state, personId, productId);
  return { href: MINE.sessions(productId), leftSaid: reading.words.booking.left(left), canBook: open && left > 0 };
}

function classesOf(
  { state, now, live, words, locale, shop }: Reading,
  personId: PersonId,
  productId: ProductId,
): MemberThing['classes'] {
  if (!classIn({ live }, productId)) return null;
  const next = sessionsOfPerson(state, personId, productId).find((s) => s.status === 'booked' && s.until > now);
  const when = next && formatDay(next.from, next.zone ?? shop.zone, locale);
  return { href: MINE.classes(productId), said: when === undefined ? '' : words.booking.nextSeat(when) };
}

function taskOf(reading: Reading, personId: PersonId, productId: ProductId): MemberThing['task'] {
  const tasks = memberTasks(reading, personId, productId);
  return tasks && { href: MINE.tasks(productId), said: tasks.tasks.map(({ said }) => said).join(' ') };
}

/** The session or seat they have next, and how soon, in words. */
function nextOf(reading: Reading, personId: PersonId): NextSession | null {
  const { state, now, locale, shop } = reading;
  const session = nextSessionOf(state, personId, now);
  if (!session) return null;
  const { id, productId, dateId, from, until } = session;
  return {
    id,
    title: productTitle(reading, productId),
    href: dateId === null ? MINE.sessions(productId) : MINE.classes(productId),
    from,
    until,
    zone: shop.zone,
    place: dateId === null ? (coachingIn(reading, productId)?.place ?? '') : placeOf(reading, session, now),
    soon: from <= now ? reading.words.booking.now : inSoLong(msOf(from) - msOf(now), locale),
  };
}

/** "in 3 days", "in 2 hours": the largest unit of which there are two, else the next smaller one. */
function inSoLong(ms: number, locale: string): string {
  const say = new Intl.RelativeTimeFormat(locale, { numeric: 'auto' });
  if (ms >= 2 * DAY) return say.format(Math.round(ms / DAY), 'day');
  if (ms >= 2 * HOUR) return say.format(Math.round(ms / HOUR), 'hour');
  return say.format(Math.max(1, Math.round(ms / MINUTE)), 'minute');
}

function courseOf(reading: Reading, personId: PersonId, productId: ProductId, hrefs: Hrefs): MemberCourse | null {
  const learning = learningOf(reading, personId, productId);
  if (!learning) return null;
  const { mine, href } = courseView(reading, learning.course, learnerFor(reading, personId, learning, hrefs));
  if (!mine) return null;
  const { done, of, progress, goOn, opensNext } = mine;
  return { href, done, of, progress, goOn, opensNext };
}

/** So many of what is new, and of what was begun, stand on the home page. */
const MOST_AT_HOME = 3;

function membershipOf(
  context: CounterContext,
  reading: Reading,
  personId: PersonId,
  id: ProductId,
  hrefs: Hrefs,
): MemberMembership | null {
  const found = insideOf(context, reading, personId, id, hrefs);
  if (!found) return null;
  const view = membershipView(reading, found.membership, found.insider);
  const fresh = view.posts.filter((post) => post.fresh);
  return {
    href: view.href,
    fresh: fresh.slice(0, MOST_AT_HOME).map(({ title, href, day }) => ({ title, href, day })),
    freshSaid: fresh.length === 0 ? '' : reading.words.membership.newPosts(fresh.length),
    goOn: found.begun
      .slice(0, MOST_AT_HOME)
      .flatMap((productId) => view.inside.filter((thing) => thing.id === productId && thing.href !== null))
      .map(({ title, progress, href }) => ({ title, progress, href: href ?? '' })),
    opensNext: view.opensNext,
  };
}

function describeOpen({ words, live, locale }: Reading, id: ProductId, files: readonly OpenFile[]): string {
  const product = live?.content.products.find((p) => p.id === id);
  const kind = product && productKindOf(product);
  if (kind && (kind.parts(product) !== null || kind.sessions || kind.seats || kind.waits))
    return describeContents(product, locale);
  const links = files.filter((f) => f.elsewhere).length;
  const parts = [
    ...(files.length > links ? [words.pages.files(files.length - links)] : []),
    ...(links > 0 ? [words.pages.links(links)] : []),
  ];
  return parts.join(words.pages.and);
}

function orderOf({ state, shop, locale, words }: Reading, order: Order): MemberOrder {
  const status = orderStatus(order);
  const paper = (name: string, number: string) => ({ name: `${name} ${number}`, href: `/member/papers/${number}.pdf` });
  return {
    number: order.number,
    day: formatDay(order.at, shop.zone, locale),
    what: order.lines.map((l) => l.title).join(', '),
    paid: formatAmount(sumsOf(boughtWith(order)).paid, order.currency, locale),
    status: status === 'paid' ? '' : words.pages.status(status),
    papers: [
      ...boughtWith(order).flatMap((p) => (p.receipt === null ? [] : paper(paperName(taxedBy(p), locale), p.receipt))),
      ...order.refundIds
        .flatMap((id) => state.refunds.get(id)?.creditNote ?? [])
        .map((number) => paper(words.papers.creditNote(), number)),
    ],
  };
}
