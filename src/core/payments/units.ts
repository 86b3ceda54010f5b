import type { LineId } from '#core/ids';
import { mulDiv, sum } from '#core/money';

interface GivesBack {
  status: 'asked' | 'paid' | 'refused';
  shares: readonly { lineId: LineId; units?: number | undefined }[];
}

/** Of a line that was taken several times: how many are neither given back nor on their way back. */
export const unitsLeft = (
  line: { lineId: LineId; quantity?: number | undefined },
  refunds: readonly GivesBack[],
): number =>
  (line.quantity ?? 1) -
  sum(
    refunds
      .filter(({ status }) => status !== 'refused')
      .flatMap(({ shares }) => shares)
      .map((share) => (share.lineId === line.lineId ? (share.units ?? 0) : 0)),
  );

/** What some of the units that are left come to, of the money that is left: minor units; all of them are all of it. */
export const unitsWorth = (left: number, units: number, of: number): number => mulDiv(left, units, of);
