import type { ShopDetails } from '#core/catalogue';
import { LED_TO_WAYS, WAYS_TO_PAY, type LedToWay, type WayStanding, type WayToPay } from '#core/ways';
import { ownerApi, useAboutQuery } from '../data/ownerApi';
import { store } from '../store';
import { shopWords } from '#say/shop';
const say = shopWords.waysSection;

const NAMES: Record<WayToPay, string> = { card: say.card, wallet: say.wallet, account: say.bankAccount };
const WHAT: Record<WayToPay, string> = {
  card: say.storedLaterPaymentsOffers,
  wallet: say.buyerApprovesThereComes,
  account: say.buyerApprovesOnceTheir,
};
const STANDING: Record<WayStanding, string> = {
  'not-connected': say.notConnected,
  'being-checked': say.beingChecked,
  ready: say.ready,
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
          ? say.noPaymentServiceConnected
          : about.mode === 'real'
            ? say.pathCanTPublished
            : say.allSimulatedTestShop}{' '}
        {about.mode === 'real' && (
          <button className="plain-link" onClick={() => void store.dispatch(ownerApi.endpoints.lookAtWays.initiate())}>
            {say.checkServicesAgain}
          </button>
        )}
      </p>
    </>
  );
}
