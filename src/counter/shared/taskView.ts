import { addDays, dateIn, formatDay, startOfDate } from '#core/calendar';
import { countriesByName, countryName } from '#core/catalogue';
import type { PersonId, ProductId } from '#core/ids';
import { calledBySeller, type PersonRecord, type PostalAddress, postalLines } from '#core/people';
import type { Pass } from '#core/passes';
import { passesFor, type ShopState, type Task, taskState, taskUnits } from '#core/shop';
import type { MemberTasks, TaskRow } from '../../wire';
import { switchAddressKey } from './keepPostal';
import { productTitle } from './orderView';
import type { Reading } from './reading';
import { whyOpen } from './whyOpen';

/**
 * Where something goes: as its buyer has said since, else as it was said at the checkout. Somebody else's gift goes to
 * nowhere until they say.
 */
export function postalOf(state: ShopState, pass: Pass, record: PersonRecord | undefined): PostalAddress | null {
  const paid = sendingPaid(state, pass);
  return (
    record?.postal?.[pass.id] ??
    movedSince(state, pass, record) ??
    (paid ? record?.postal?.[paid.addressKey] : undefined) ??
    switchedTo(state, pass, record) ??
    null
  );
}

/** What a switch brought once goes where its member said before they switched. */
function switchedTo(state: ShopState, { cause }: Pass, record: PersonRecord | undefined): PostalAddress | undefined {
  const from = cause.kind === 'paid' ? state.agreements.get(cause.agreementId ?? '')?.from : null;
  return from == null ? undefined : record?.postal?.[switchAddressKey(from)];
}

/** Where its sending was paid for: by its subscription, or by the line it was bought with. */
function sendingPaid(state: ShopState, { cause }: Pass): { country: string; addressKey: string } | undefined {
  if (cause.kind !== 'paid') return undefined;
  return (
    state.agreements.get(cause.agreementId ?? '')?.sending ??
    state.orders.get(cause.orderId)?.lines.find(({ lineId }) => lineId === cause.lineId)?.sending
  );
}

/** A parcel of a subscription goes where its member sent the one before it. */
function movedSince(state: ShopState, pass: Pass, record: PersonRecord | undefined): PostalAddress | undefined {
  const { cause } = pass;
  const ids = cause.kind === 'paid' ? (state.agreements.get(cause.agreementId ?? '')?.passIds ?? []) : [];
  const before = ids.slice(0, Math.max(0, ids.indexOf(pass.id)));
  return before.flatMap((id) => record?.postal?.[id] ?? []).at(-1);
}

/** Of a parcel that is to go to another country than its sending was paid for: both, by their codes. */
export function countryChanged(
  state: ShopState,
  pass: Pass,
  record: PersonRecord | undefined,
): [string, string] | null {
  const paid = sendingPaid(state, pass);
  const to = postalOf(state, pass, record)?.country;
  return paid && to !== undefined && to !== paid.country ? [paid.country, to] : null;
}

const heldInWords = ([paid, to]: [string, string]): string =>
  `Delivery was paid for ${countryName(paid, 'en')}, and the address is now in ${countryName(to, 'en')}. Check what sending there costs, and write to them if more is due, before you send it.`;

/** A task as the seller meets it. */
export function taskRow(reading: Reading, task: Task, person: PersonRecord | undefined): TaskRow | null {
  const { state, live, now, shop } = reading;
  const pass = state.passes.get(task.passId);
  if (!pass) return null;
  const product = live?.content.products.find(({ id }) => id === pass.productId);
  const days = product && 'withinDays' in product ? product.withinDays : null;
  const by = days === null ? null : startOfDate(addDays(dateIn(task.since, shop.zone), days + 1), shop.zone);
  const postal = task.for === 'sending' ? postalOf(state, pass, person) : null;
  const stands = taskState(state, task);
  const changed = task.for === 'sending' ? countryChanged(state, pass, person) : null;
  return {
    passId: task.passId,
    for: task.for,
    title: productTitle(reading, pass.productId),
    personId: pass.personId,
    name: calledBySeller(person) || (person?.address ?? ''),
    address: person?.address ?? '',
    lines: postal ? postalLines(postal, (code) => countryName(code, 'en')) : [],
    postal,
    order: pass.cause.kind === 'paid' ? (state.orders.get(pass.cause.orderId)?.number ?? null) : null,
    units: taskUnits(state, pass),
    since: task.since,
    by: days === null ? null : addDays(dateIn(task.since, shop.zone), days),
    late: stands === 'waiting' && by !== null && now >= by,
    state: stands,
    held: changed && stands !== 'done' ? heldInWords(changed) : '',
    done: task.done,
  };
}

/** What somebody bought of a product that is done for them or sent; null for any other. */
export function memberTasks(reading: Reading, personId: PersonId, productId: ProductId): MemberTasks | null {
  const { state, live, locale, words, shop, person } = reading;
  const product = live?.content.products.find(({ id }) => id === productId);
  if (product?.kind !== 'work' && product?.kind !== 'posted') return null;
  const own = passesFor(state, personId, productId);
  if (own.length === 0) return null;
  const record = person(personId);
  const say = words.tasks;
  const why = whyOpen(reading, personId, productId);
  return {
    title: product.title,
    for: product.kind === 'work' ? 'work' : 'sending',
    next: product.kind === 'work' && why.open ? product.next : null,
    whyNot: why.open ? '' : why.sentence,
    countries: product.kind === 'posted' ? countriesByName(null, locale) : [],
    tasks: own.flatMap((pass) => {
      const task = state.tasks.get(pass.id);
      if (!task) return [];
      const stands = taskState(state, task);
      const day = (at: string): string => formatDay(at, shop.zone, locale);
      const postal = task.for === 'sending' ? postalOf(state, pass, record) : null;
      return [
        {
          passId: pass.id,
          state: stands,
          said:
            stands === 'done' && task.done
              ? say.done[task.for](day(task.done.at))
              : say[stands === 'done' ? 'waiting' : stands][task.for](day(task.since)),
          carrier: task.done?.carrier ?? '',
          number: task.done?.number ?? '',
          note: task.done?.note ?? '',
          postal,
          lines: postal ? postalLines(postal, (code) => countryName(code, locale)) : [],
          canChange: task.for === 'sending' && (stands === 'waiting' || stands === 'on-hold'),
        },
      ];
    }),
  };
}
