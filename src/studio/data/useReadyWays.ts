import { useMemo } from 'react';
import { WAYS_TO_PAY, type WayToPay } from '#core/ways';
import { useAboutQuery } from './ownerApi';

/** The ways to pay that are ready, in a shop where real money moves; undefined in any other, and until it is known. */
export function useReadyWays(): WayToPay[] | undefined {
  const { data: about } = useAboutQuery();
  const real = about?.mode === 'real';
  const ready = WAYS_TO_PAY.filter((way) => about?.ways[way] === 'ready').join();
  return useMemo(() => (real ? WAYS_TO_PAY.filter((way) => ready.split(',').includes(way)) : undefined), [real, ready]);
}
