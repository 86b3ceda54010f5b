import type { DraftAccess, DraftPrice, DraftTerms } from '#core/catalogue';

/** Whether two values mean the same to a buyer. */
export const same = (a: unknown, b: unknown): boolean => canonical(a) === canonical(b);

/** One text for values that mean the same: keys in order, and amounts as money would read them ("24" is "24.00"). */
function canonical(value: unknown): string {
  return JSON.stringify(value, (key, v: unknown) => {
    if (AMOUNTS.has(key) && typeof v === 'string') return amountAsRead(v);
    if (key === 'access' && isDraftAccess(v))
      return v.kind === 'for' ? [v.kind, v.count, v.unit] : v.kind === 'until' ? [v.kind, v.date] : [v.kind];
    if (key === 'terms' && isDraftTerms(v)) return inUse(v);
    if (key === 'putAway' && v === false) return undefined;
    if (isDraftPrice(v)) return inOrder(withoutUnused(v));
    if (v !== null && typeof v === 'object' && !Array.isArray(v)) return inOrder(v);
    return v;
  });
}

const AMOUNTS: ReadonlySet<string> = new Set(['amount', 'usual', 'least', 'most', 'fee', 'first']);

/** "1", "1,00" and "€1.0" are one amount; what is none stays as it was typed. */
function amountAsRead(text: string): string {
  const plain = text.trim().replace(',', '.').replace(/^\D+/, '');
  return /^\d+(\.\d+)?$/.test(plain) ? String(Number(plain)) : plain;
}

const inOrder = (v: object): object => Object.fromEntries(Object.entries(v).sort(([x], [y]) => (x < y ? -1 : 1)));

const isDraftPrice = (v: unknown): v is DraftPrice =>
  typeof v === 'object' && v !== null && 'terms' in v && isDraftTerms(v.terms) && 'usual' in v;

/** What a price paid like this cannot have stays in the draft and means nothing. */
function withoutUnused({ terms, usual, rise, replaces, limit, owned, ...price }: DraftPrice): object {
  const named = terms.kind === 'free' || terms.kind === 'open';
  const { perOrder = '', ...limits } = limit ?? {};
  const several = terms.kind === 'once' && perOrder.trim() !== '' && perOrder.trim() !== '1';
  return {
    ...price,
    terms,
    usual: named ? null : usual,
    rise: named ? null : rise,
    replaces: terms.kind === 'free' ? null : replaces,
    owned: named ? null : owned,
    limit: limit && { ...limits, ...(several ? { perOrder: perOrder.trim() } : {}) },
  };
}

const isDraftTerms = (v: unknown): v is DraftTerms => typeof v === 'object' && v !== null && 'owedBy' in v;

/** Only what terms of this kind use: what was typed for another kind stays in the draft and means nothing. */
function inUse({
  kind,
  amount,
  every,
  payments,
  owedBy,
  ends,
  least,
  most,
  first,
  introductory,
  trial,
  setUp,
}: DraftTerms): unknown {
  switch (kind) {
    case 'free':
      return { kind };
    case 'once':
      return { kind, amount };
    case 'open':
      return { kind, amount, least, most };
    case 'plan':
      return { kind, amount, every, payments, owedBy, first, trial, setUp };
    case 'subscription':
      return { kind, amount, every, ends, introductory, trial, setUp };
  }
}

// What was typed for a kind of access that is not chosen means nothing.
const isDraftAccess = (v: unknown): v is DraftAccess =>
  typeof v === 'object' && v !== null && 'kind' in v && 'unit' in v && 'date' in v;
