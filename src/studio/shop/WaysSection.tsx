import type { ShopDetails } from '#core/catalogue';
import { LED_TO_WAYS, WAYS_TO_PAY, type LedToWay, type WayStanding, type WayToPay } from '#core/ways';
import { ownerApi, useAboutQuery } from '../data/ownerApi';
import { store } from '../store';

const NAMES: Record<WayToPay, string> = { card: 'Card', wallet: 'Wallet', account: 'Bank account' };
const WHAT: Record<WayToPay, string> = {
  card: 'Kept for what is due later and for offers after payment.',
  wallet: 'The buyer approves there and comes back. Kept like a card.',
  account:
    'The buyer approves at their bank, once. It has no place where something is due later or an offer follows payment.',
};
const STANDING: Record<WayStanding, string> = {
  'not-connected': 'not connected',
  'being-checked': 'being checked',
  ready: 'ready',
};

/** Each way to pay, how far it is connected, and whether checkouts have it. */
export function WaysSection({ shop, edit }: { shop: ShopDetails; edit: (recipe: (s: ShopDetails) => void) => void }) {
  const { data: about } = useAboutQuery();
  if (!about) return null;
  const wanted = new Set<WayToPay>(['card', ...(shop.ways ?? [])]);
  const set = (way: LedToWay, on: boolean): void =>
    edit((s) => {
      s.ways = LED_TO_WAYS.filter((other) => (other === way ? on : wanted.has(other)));
    });
  const none = WAYS_TO_PAY.every((way) => about.ways[way] === 'not-connected');
  return (
    <>
      <ul className="mt-4 border-t border-line">
        {WAYS_TO_PAY.map((way) => (
          <li key={way} className="flex items-start gap-4 border-b border-line py-2.5">
            <label className="flex grow items-start gap-3">
              <input
                type="checkbox"
                className="checkbox checkbox-sm mt-0.5"
                checked={wanted.has(way)}
                disabled={way === 'card'}
                onChange={(e) => way !== 'card' && set(way, e.target.checked)}
              />
              <span>
                <b className="font-semibold">{NAMES[way]}</b>
                <span className="cap block">{WHAT[way]}</span>
              </span>
            </label>
            <span className={`way-stand way-${about.ways[way]}`}>{STANDING[about.ways[way]]}</span>
          </li>
        ))}
      </ul>
      <p className={none ? 'mt-2 text-alarm' : 'cap mt-2'}>
        {none
          ? 'No payment service is connected, so no money can move and nothing that costs something is sold.'
          : about.mode === 'real'
            ? 'A path that nothing ready can pay is not published.'
            : 'All of it is simulated in this test shop: no real money moves.'}{' '}
        {about.mode === 'real' && (
          <button className="plain-link" onClick={() => void store.dispatch(ownerApi.endpoints.lookAtWays.initiate())}>
            Ask the services again
          </button>
        )}
      </p>
    </>
  );
}
