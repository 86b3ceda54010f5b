import { PRODUCT_KINDS } from '#core/catalogue';
import { Link } from 'react-router';
import { useState } from 'react';
import { May } from '../frame/May';
import { sentenceOf, useFinishedShopMutation } from '../data/ownerApi';
import { todayWords } from '#say/today';
const say = todayWords.emptyShop;

const STAGES = [
  [say.make, say.whatYouDeliverUpload],
  [say.price, say.whatBuyersPayOne],
  [say.sell, say.salesPageCheckoutThank],
  [say.deliver, say.ordersCustomersWhySomeone],
  [say.followUp, say.emailsSentAutomatically],
  [say.count, say.yourRevenue],
] as const;

/** The first sight of a shop that holds nothing yet. */
export function EmptyShop() {
  const [open, opening] = useFinishedShopMutation();
  const [said, setSaid] = useState<string | null>(null);
  async function look(): Promise<void> {
    // Asked for at the press, so that the browser lets the window open when the shop is there.
    const beside = window.open('', '_blank');
    try {
      const { address } = await open().unwrap();
      if (beside) beside.location.replace(address);
      setSaid(beside ? say.opensAnotherWindowInvented : say.itIsAt(address));
    } catch (error) {
      beside?.close();
      setSaid(sentenceOf(error));
    }
  }
  return (
    <>
      <p className="lead mt-4">{say.whatWillYouSell}</p>
      <ul className="mt-2 max-w-lg">
        {PRODUCT_KINDS.map(({ kind, name, explains }) => (
          <li key={kind} className="border-t border-line last:border-b">
            <Link className="block py-3 no-underline" to={`/make/new?kind=${kind}`}>
              <b className="font-semibold underline">{name}</b>
              <br />
              <span className="text-ink-2">{explains}</span>
            </Link>
          </li>
        ))}
      </ul>
      <ul className="mt-8 max-w-lg text-ink-2">
        {STAGES.map(([stage, text]) => (
          <li key={stage} className="border-t border-line py-2">
            <b className="font-semibold text-ink">{stage}</b>: {text}
          </li>
        ))}
      </ul>
      <May right="everything">
        <p className="mt-6">
          <button className="btn btn-quiet" disabled={opening.isLoading} onClick={() => void look()}>
            {opening.isLoading ? say.settingUpTakesSome : say.exploreFinishedShop}
          </button>
        </p>
      </May>
      {said !== null && (
        <p className="cap mt-2" role="status">
          {said}
        </p>
      )}
    </>
  );
}
