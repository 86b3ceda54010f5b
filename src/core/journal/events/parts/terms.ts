import * as z from 'zod';

const amount = z.int().min(0).max(9_999_999_999);
const unit = z.enum(['day', 'week', 'month', 'year']);
const every = z.strictObject({ count: z.int().min(1).max(365), unit });
const trial = z.strictObject({ days: z.int().min(1).max(730), fee: amount });
const access = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('forever') }),
  z.strictObject({ kind: z.literal('for'), count: z.int().min(1).max(1_200), unit }),
  z.strictObject({ kind: z.literal('until'), date: z.iso.date() }),
]);

/** Terms as sold; only the spelling of when a set-up fee is taken differs between the two versions. */
const termsWith = <W extends readonly [string, ...string[]]>(when: W) => {
  const setUp = z.strictObject({ label: z.string().min(1).max(60), amount, when: z.enum(when) });
  const plan = z.strictObject({
    kind: z.literal('plan'),
    payments: z.int().min(2).max(120),
    every,
    owed: z.discriminatedUnion('by', [
      z.strictObject({ by: z.literal('each'), amount }),
      z.strictObject({ by: z.literal('total'), amount }),
    ]),
    first: amount.optional(),
    trial: trial.optional(),
    setUp: setUp.optional(),
    access: access.optional(),
  });
  const subscription = z.strictObject({
    kind: z.literal('subscription'),
    amount,
    every,
    payments: z.int().min(2).max(1_200).optional(),
    introductory: z.strictObject({ amount, payments: z.int().min(1).max(120) }).optional(),
    trial: trial.optional(),
    setUp: setUp.optional(),
  });
  return {
    lasting: z.discriminatedUnion('kind', [plan, subscription]),
    any: z.discriminatedUnion('kind', [
      z.strictObject({ kind: z.literal('free'), access: access.optional() }),
      z.strictObject({ kind: z.literal('once'), amount, access: access.optional() }),
      plan,
      subscription,
    ]),
  };
};

/** The buyer names the amount: what was named stands beside what could be. */
const open = z.strictObject({
  kind: z.literal('open'),
  least: amount,
  suggested: amount,
  most: amount.optional(),
  named: amount.optional(),
  access: access.optional(),
});

export const terms1 = termsWith(['today', 'withFirstPayment'] as const);
export const terms2 = termsWith(['today', 'with-first-payment'] as const);
/** With amounts that the buyer names. */
export const terms3 = z.union([terms2.any, open]);

type Terms1 = z.infer<typeof terms1.any>;
type Terms2 = z.infer<typeof terms2.any>;

/** One spelling of enumerations: "withFirstPayment" is read as "with-first-payment". */
export function termsFrom1(terms: z.infer<typeof terms1.lasting>): z.infer<typeof terms2.lasting>;
export function termsFrom1(terms: Terms1): Terms2;
export function termsFrom1(terms: Terms1): Terms2 {
  if (!('setUp' in terms) || terms.setUp === undefined) return terms as Terms2;
  const when = terms.setUp.when === 'withFirstPayment' ? 'with-first-payment' : terms.setUp.when;
  return { ...terms, setUp: { ...terms.setUp, when } };
}
