import { instantOf, type Instant } from '#core/calendar';
import { useAboutQuery } from './ownerApi';

/** The shop's time as last heard; this computer's until the shop has answered. */
export function useNow(): Instant {
  const { data } = useAboutQuery();
  return data?.now ?? instantOf(Math.floor(Date.now() / 60_000) * 60_000);
}
