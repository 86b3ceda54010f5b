import { useState } from 'react';
import type { DraftOffer } from '#core/catalogue';
import { May } from '../frame/May';
import { change, type Draft } from '../data/draft';
import { publishNow } from '../data/publish';
import { priceWords } from '#say/price';
const say = priceWords.stopSelling;

/** Takes a live offer off sale at once: a release that differs from the live one in this alone. */
export function StopSelling({ draft, offer }: { draft: Draft; offer: DraftOffer }) {
  const [busy, setBusy] = useState(false);
  const [said, setSaid] = useState<string | null>(null);
  const live = draft.live?.content.offers.find((o) => o.id === offer.id);
  if (!draft.live || !live) return null;

  async function stop(): Promise<void> {
    if (!draft.live) return;
    setBusy(true);
    const content = {
      ...draft.live.content,
      offers: draft.live.content.offers.map((o) => (o.id === offer.id ? { ...o, onSale: false } : o)),
    };
    const failed = await publishNow(draft.live.number, content);
    if (failed) setSaid(failed.sentence);
    else {
      await change('offer', offer.id, (o) => {
        o.onSale = false;
      });
      setSaid(null);
    }
    setBusy(false);
  }

  return (
    <section className="sec">
      {live.onSale ? (
        <p>
          <May right="publish" or={say.onSale}>
            <button className="btn btn-quiet" disabled={busy} onClick={() => void stop()}>
              {say.stopSellingNow}
            </button>{' '}
            <span className="text-ink-2">{say.customersKeepAccessBuyers}</span>
          </May>
        </p>
      ) : offer.onSale ? (
        <p className="changed">{say.backSaleNextTime}</p>
      ) : (
        <p>
          {say.notSaleCustomersKeep}{' '}
          <button
            className="opt"
            onClick={() =>
              void change('offer', offer.id, (o) => {
                o.onSale = true;
              })
            }
          >
            {say.sellAgain}
          </button>
        </p>
      )}
      {said !== null && (
        <p className="wrong" role="alert">
          {said}
        </p>
      )}
    </section>
  );
}
