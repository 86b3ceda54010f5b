import type { AgreementId } from '#core/ids';
import type { DueOrder } from '../../../engine/dueIndex';
import { pairOf } from '../../../engine/ids';

/** At one instant: charges, then closings, then mail. */
const RANKS = {
  return: 0,
  due: 1,
  try: 1,
  grace: 3,
  'end-unpaid': 3,
  end: 3,
  leaving: 4,
  notice: 4,
  amount: 4,
} as const;

/** What time brings to an agreement. */
export type AgreementMoment = keyof typeof RANKS;

declare module '../../../engine/dueIndex' {
  // eslint-disable-next-line @typescript-eslint/no-empty-object-type -- a list of names cannot be merged in otherwise
  interface DuesByKind extends Record<AgreementMoment, { agreementId: AgreementId }> {}
}

export const AGREEMENT_MOMENTS = Object.keys(RANKS) as AgreementMoment[];

/** Of an agreement only the next moment stands on the index, whatever it is. */
export const agreementDues = Object.fromEntries(
  AGREEMENT_MOMENTS.map((kind): [AgreementMoment, DueOrder<AgreementMoment>] => [
    kind,
    { rank: RANKS[kind], thing: ({ agreementId }) => pairOf('agreement', agreementId) },
  ]),
);
