import { parseAmount } from '#core/money';
import { type Access, type Terms } from '#core/terms';
import { countProblem, minorOf, paidProblem, typedAmount } from './typed';

type Unit = 'day' | 'week' | 'month' | 'year';

/**
 * Terms while the seller types. Amounts and counts are kept exactly as written; whatever a change of kind does not
 * need stays, so that changing back brings it again. An option that is null is not in use.
 */
export interface DraftTerms {
  kind: Terms['kind'];
  /** Paid once; each payment of a plan, or its whole; each of a subscription; what is suggested where the buyer names it. */
  amount: string;
  /** Where the buyer names the amount: from this on, empty from nothing on. */
  least: string;
  /** At most this; empty without a bound. */
  most: string;
  every: { count: string; unit: Unit };
  /** How many payments a plan has. */
  payments: string;
  owedBy: 'each' | 'total';
  /** A subscription's number of payments; empty until cancelled. */
  ends: string;
  first: string | null;
  introductory: { payments: string; amount: string } | null;
  /** An empty fee is free. */
  trial: { days: string; fee: string } | null;
  setUp: { amount: string; label: string; when: 'today' | 'with-first-payment' } | null;
}

export const newTerms = (known: Partial<DraftTerms> = {}): DraftTerms => ({
  kind: 'once',
  amount: '',
  least: '',
  most: '',
  every: { count: '1', unit: 'month' },
  payments: '3',
  owedBy: 'each',
  ends: '',
  first: null,
  introductory: null,
  trial: null,
  setUp: null,
  ...known,
});

/** Terms as some earlier version kept them in a draft. */
export const respelledTerms = (terms: DraftTerms): DraftTerms =>
  (terms.setUp?.when as string) === 'withFirstPayment' && terms.setUp
    ? { ...terms, setUp: { ...terms.setUp, when: 'with-first-payment' } }
    : terms;

export type TermsPart = 'amount' | 'bounds' | 'every' | 'payments' | 'first' | 'introductory' | 'trial' | 'setUp';
export type TermsProblem = { part: TermsPart; text: string };

const LONGEST_TRIAL = 730;
const MOST_PARTS = 120;
const MOST_PAYMENTS = 1_200;

/** The first thing wrong with terms as typed, and where. */
export function termsProblem(terms: DraftTerms, currency: string): TermsProblem | null {
  if (terms.kind === 'free') return null;
  const amount = paidProblem(
    terms.amount,
    currency,
    'A price of zero is not a payment. Choose “gets it free” instead.',
  );
  if (amount) return { part: 'amount', text: amount };
  if (terms.kind === 'once') return null;
  if (terms.kind === 'open') return boundsProblem(terms, currency);
  const found = [
    everyProblem(terms),
    ...(terms.kind === 'plan' ? planProblems(terms, currency) : subscriptionProblems(terms, currency)),
    trialProblem(terms, currency),
    setUpProblem(terms, currency),
  ].find((p) => p !== null);
  return found ?? null;
}

function boundsProblem({ amount, least, most }: DraftTerms, currency: string): TermsProblem | null {
  const wrong = [least, most]
    .filter((text) => text.trim() !== '')
    .map((text) => parseAmount(text, currency))
    .find((parsed) => !parsed.ok);
  if (wrong && !wrong.ok) return { part: 'bounds', text: `The least and the most: ${wrong.problem}` };
  const suggested = minorOf(amount, currency);
  if (minorOf(least, currency) > suggested) return { part: 'bounds', text: 'The least is above what is suggested.' };
  return most.trim() !== '' && minorOf(most, currency) < suggested
    ? { part: 'bounds', text: 'The most is below what is suggested.' }
    : null;
}

function everyProblem({ every }: DraftTerms): TermsProblem | null {
  const text =
    countProblem(every.count, 365) ??
    (every.unit === 'day' && Number(every.count) < 7 ? 'The shortest interval is 7 days.' : null);
  return text === null ? null : { part: 'every', text: `How often: ${text}` };
}

function planProblems(terms: DraftTerms, currency: string): (TermsProblem | null)[] {
  const payments = countProblem(terms.payments, MOST_PARTS, 2);
  if (payments) return [{ part: 'payments', text: `How many payments: ${payments}` }];
  if (terms.first !== null) {
    const first = paidProblem(
      terms.first,
      currency,
      'A first payment of zero is none. Give a trial instead, or remove it.',
    );
    if (first) return [{ part: 'first', text: `The first payment: ${first}` }];
  }
  const [whole, first, parts] = [
    minorOf(terms.amount, currency),
    terms.first === null ? 0 : minorOf(terms.first, currency),
    Number(terms.payments) - (terms.first === null ? 0 : 1),
  ];
  if (terms.owedBy === 'total' && whole - first < parts)
    return [{ part: 'amount', text: 'The whole is too small to be divided into so many payments.' }];
  return [];
}

function subscriptionProblems({ ends, introductory }: DraftTerms, currency: string): (TermsProblem | null)[] {
  const payments = ends.trim() === '' ? null : countProblem(ends, MOST_PAYMENTS, 2);
  if (payments) return [{ part: 'payments', text: `How many payments: ${payments}` }];
  if (!introductory) return [];
  const text =
    countProblem(introductory.payments, MOST_PARTS) ??
    paidProblem(introductory.amount, currency, 'Payments of zero are none. Give a free trial instead.');
  if (text) return [{ part: 'introductory', text: `Cheaper at first: ${text}` }];
  return [
    ends.trim() !== '' && Number(introductory.payments) >= Number(ends)
      ? { part: 'introductory', text: 'The cheaper payments must be fewer than all payments.' }
      : null,
  ];
}

function trialProblem({ trial }: DraftTerms, currency: string): TermsProblem | null {
  if (!trial) return null;
  if (trial.days.trim() === '0')
    return { part: 'trial', text: 'A trial of 0 days is none. Write a number from 1, or remove the trial.' };
  const days = countProblem(trial.days, LONGEST_TRIAL);
  if (days) return { part: 'trial', text: `The trial: ${days}` };
  const fee = trial.fee.trim() === '' ? null : parseAmount(trial.fee, currency);
  return fee && !fee.ok ? { part: 'trial', text: `The trial’s fee: ${fee.problem}` } : null;
}

function setUpProblem({ setUp }: DraftTerms, currency: string): TermsProblem | null {
  if (!setUp) return null;
  const amount = paidProblem(setUp.amount, currency, 'A fee of zero is none. Write an amount, or remove it.');
  if (amount) return { part: 'setUp', text: `The set-up fee: ${amount}` };
  return setUp.label.trim() === ''
    ? { part: 'setUp', text: 'What is the set-up fee for? Give it a name.' }
    : setUp.label.trim().length > 60
      ? { part: 'setUp', text: 'The name of the set-up fee can have up to 60 characters.' }
      : null;
}

/** The terms as they can be sold. Only for terms without a problem. */
export function sealTerms(terms: DraftTerms, access: { access?: Access }, currency: string): Terms {
  const minor = (text: string): number => minorOf(text, currency);
  const every = { count: Number(terms.every.count), unit: terms.every.unit };
  const beginning = {
    ...(terms.trial
      ? { trial: { days: Number(terms.trial.days), fee: terms.trial.fee.trim() === '' ? 0 : minor(terms.trial.fee) } }
      : {}),
    ...(terms.setUp
      ? { setUp: { label: terms.setUp.label.trim(), amount: minor(terms.setUp.amount), when: terms.setUp.when } }
      : {}),
  };
  switch (terms.kind) {
    case 'free':
      return { kind: 'free', ...access };
    case 'once':
      return { kind: 'once', amount: minor(terms.amount), ...access };
    case 'open':
      return {
        kind: 'open',
        least: minor(terms.least),
        suggested: minor(terms.amount),
        ...(terms.most.trim() === '' ? {} : { most: minor(terms.most) }),
        ...access,
      };
    case 'plan':
      return {
        kind: 'plan',
        payments: Number(terms.payments),
        every,
        owed: { by: terms.owedBy, amount: minor(terms.amount) },
        ...(terms.first === null ? {} : { first: minor(terms.first) }),
        ...beginning,
        ...access,
      };
    case 'subscription':
      return {
        kind: 'subscription',
        amount: minor(terms.amount),
        every,
        ...(terms.ends.trim() === '' ? {} : { payments: Number(terms.ends) }),
        ...(terms.introductory
          ? {
              introductory: { amount: minor(terms.introductory.amount), payments: Number(terms.introductory.payments) },
            }
          : {}),
        ...beginning,
      };
  }
}

/** Terms as a studio edits them, from those that were sold. */
export function unsealTerms(terms: Terms, currency: string): DraftTerms {
  const typed = (minor: number): string => typedAmount(minor, currency);
  if (terms.kind === 'free') return newTerms({ kind: 'free' });
  if (terms.kind === 'once') return newTerms({ kind: 'once', amount: typed(terms.amount) });
  if (terms.kind === 'open')
    return newTerms({
      kind: 'open',
      amount: typed(terms.suggested),
      least: terms.least === 0 ? '' : typed(terms.least),
      most: terms.most === undefined ? '' : typed(terms.most),
    });
  const lasting = {
    every: { count: String(terms.every.count), unit: terms.every.unit },
    trial: terms.trial
      ? { days: String(terms.trial.days), fee: terms.trial.fee === 0 ? '' : typed(terms.trial.fee) }
      : null,
    setUp: terms.setUp ? { ...terms.setUp, amount: typed(terms.setUp.amount) } : null,
  };
  if (terms.kind === 'plan')
    return newTerms({
      kind: 'plan',
      amount: typed(terms.owed.amount),
      payments: String(terms.payments),
      owedBy: terms.owed.by,
      first: terms.first === undefined ? null : typed(terms.first),
      ...lasting,
    });
  return newTerms({
    kind: 'subscription',
    amount: typed(terms.amount),
    ends: terms.payments === undefined ? '' : String(terms.payments),
    introductory: terms.introductory
      ? { payments: String(terms.introductory.payments), amount: typed(terms.introductory.amount) }
      : null,
    ...lasting,
  });
}
