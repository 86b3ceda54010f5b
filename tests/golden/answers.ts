import type { Instant } from '#core/calendar';
import { parseLine } from '#core/journal';
import { sum } from '#core/money';
import { boughtWith } from '#core/payments';
import { isOpen } from '#core/passes';
import { entriesOf, evolveBatch, leftOn, newShopState, orderStatus, sessionsOfPass, type ShopState } from '#core/shop';
import { bought, later } from '../support/money';

/** How often along a history its doors and next dues are asked for. */
const LOOKS = 8;

/**
 * What a history comes to, in terms of the trade and not of the state's shape: what each order and later payment paid,
 * what tax it bore, what went back, which papers were given out, which doors stood open when, and what is due next.
 * A later version of the program that reads these lines has to give the same answers.
 */
export interface Answers {
  seq: number;
  counts: string;
  /** Of what was bought, not of what was paid later: "number status receipt | line: paid tax back taxBack lost | …" */
  orders: string[];
  /** "agreement status | receipt amount tax credit back taxBack lost | … | owed … | credit …" */
  agreements: string[];
  /** "refund status amount creditNote" */
  refunds: string[];
  /** "creditNote amount tax" */
  credits: string[];
  /** "dispute status amount" */
  disputes: string[];
  /** What had to leave the shop and had not yet. */
  waiting: string[];
  attention: string[];
  /** "person product: lessons done | quizzes passed | certificate"; left out where nobody learns anything. */
  learning?: string[];
  /** "pass for done number"; left out where nobody waits for anything. */
  tasks?: string[];
  /** "date: taken | person status seats from sequence …"; left out where nobody has any. */
  seats?: string[];
  /** "person product: left | status from counts | …"; left out where nobody has sessions. */
  sessions?: string[];
  /** At a moment: who could open what, and what was due next. */
  moments: { at: Instant; open: string; next: string }[];
}

export function answersOf(lines: readonly string[]): Answers {
  const state = newShopState();
  const moments: Answers['moments'] = [];
  lines.forEach((line, i) => {
    const batch = parseLine(line);
    if (!batch) throw new Error(`Line ${i + 1} cannot be read.`);
    evolveBatch(state, batch);
    if ((i + 1) % Math.ceil(lines.length / LOOKS) === 0 || i === lines.length - 1)
      moments.push(momentOf(state, batch.at));
  });
  return answersFrom(state, moments);
}

/** The answers of a folded history, but for the moments on the way to it. */
export function answersFrom(state: ShopState, moments: Answers['moments'] = []): Answers {
  return {
    seq: state.seq,
    counts: `${state.counts.orders} orders, ${state.counts.receipts} receipts, ${state.counts.creditNotes} credit notes`,
    orders: [...state.orders.values()].map((o) =>
      [
        `${o.number} ${hyphened(orderStatus({ payments: boughtWith(o) }))} ${bought(o).receipt ?? '-'}`,
        ...bought(o).lines.map((l) => `${l.lineId}: ${l.paid} ${l.tax} ${l.givenBack} ${l.taxBack} ${l.lost}`),
      ].join(' | '),
    ),
    agreements: [...state.agreements.values()].map((a) =>
      [
        `${a.id} ${hyphened(a.status)}`,
        ...later(a).map(
          (p) => `${p.receipt ?? '-'} ${p.amount} ${p.tax} ${p.credit} ${p.givenBack} ${p.taxBack} ${p.lost}`,
        ),
        ...(a.owed.length > 0 ? [`owed ${a.owed.map((d) => `${d.n}:${d.amount}`).join(' ')}`] : []),
        ...(a.credits.length > 0 ? [`credit ${sum(a.credits.map((c) => c.amount))}`] : []),
      ].join(' | '),
    ),
    refunds: [...state.refunds.values()].map((r) => `${r.id} ${r.status} ${r.amount} ${r.creditNote ?? '-'}`),
    credits: [...state.credits.values()].map((c) => `${c.creditNote} ${c.amount} ${c.tax}`),
    disputes: [...state.disputes.values()].map((d) => `${d.id} ${d.status} ${d.amount}`),
    waiting: [...state.pending.keys()].sort(),
    attention: state.attention.map((a) => a.id),
    ...(state.progress.size === 0 ? {} : { learning: learningOf(state) }),
    ...(state.sessionEntries.size === 0 ? {} : { sessions: sessionsOf(state) }),
    ...(state.tasks.size === 0
      ? {}
      : {
          tasks: [...state.tasks.values()].map(
            (t) => `${t.passId} ${t.for} ${t.done?.at ?? '-'} ${t.done?.number ?? '-'}`,
          ),
        }),
    ...(state.seatsTaken.size === 0 ? {} : { seats: seatsOf(state) }),
    moments,
  };
}

const sessionsOf = (state: ShopState): string[] =>
  [...state.passes.values()]
    .filter(({ id }) => state.sessionEntries.has(id))
    .map(({ id, personId, productId }) =>
      [
        `${personId} ${productId}: ${leftOn(state, id)}`,
        ...entriesOf(state, id).map(({ kind, count }) => `${kind} ${count}`),
        ...sessionsOfPass(state, id).map(
          (s) => `${s.status} ${s.from} ${s.counts ? 'counts' : 'does not count'} ${s.sequence}`,
        ),
      ].join(' | '),
    );

const seatsOf = (state: ShopState): string[] =>
  [...state.seatsTaken].map(([dateId, taken]) =>
    [
      `${dateId}: ${taken}`,
      ...[...state.sessions.values()]
        .filter((s) => s.dateId === dateId)
        .map(
          (s) =>
            `${state.passes.get(s.passId)?.personId} ${s.status} ${s.seats} ${s.from} ${s.sequence} ${s.offered ? `until ${s.offered.until}` : '-'}`,
        ),
    ].join(' | '),
  );

const learningOf = ({ progress }: ShopState): string[] =>
  [...progress].map(([who, { done, passed, finished }]) =>
    [
      `${who}: ${[...done].map(([id, at]) => `${id} ${at}`).join(' ')}`,
      [...passed].map(([id, { right, of }]) => `${id} ${right}/${of}`).join(' '),
      finished ? `${finished.number} ${finished.title} ${finished.at}` : '-',
    ].join(' | '),
  );

/** Spellings may change; what they say may not. */
export const hyphened = (status: string): string => status.replaceAll(' ', '-');

function momentOf(state: ShopState, at: Instant): Answers['moments'][number] {
  const open = [...state.passes.values()].filter((p) => isOpen(p, at)).map((p) => p.id);
  const next = [...state.agreements.values()].flatMap((a) => (a.next ? [`${a.id}#${a.next.n}@${a.next.at}`] : []));
  return { at, open: open.sort().join(' '), next: next.sort().join(' ') };
}
