import type { DraftOffer } from '#core/catalogue';
import { ChoiceFill } from '../Fill';
import type { CouponParts } from './couponParts';
import { priceCouponsWords } from '#say/price/coupons';
const say = priceCouponsWords.forWhichOffers;

/** Every offer, or some by name. */
export function ForWhichOffers({ name, coupon, edit, offers }: CouponParts & { offers: readonly DraftOffer[] }) {
  const left = offers.filter((o) => coupon.offerIds !== null && !coupon.offerIds.includes(o.id));
  return (
    <>
      {say.for}{' '}
      <ChoiceFill
        label={say.whichOffers(name)}
        value={coupon.offerIds === null ? 'all' : 'some'}
        choices={[
          ['all', say.everyOffer],
          ['some', say.theseOffers],
        ]}
        onChange={(which) =>
          edit((c) => {
            c.offerIds = which === 'all' ? null : [];
          })
        }
      />
      {coupon.offerIds !== null && (
        <>
          {': '}
          {coupon.offerIds.map((id, i) => (
            <span key={id}>
              {i > 0 && ', '}
              <b className="font-semibold" dir="auto">
                {offers.find((o) => o.id === id)?.title ?? say.archivedOffer}
              </b>{' '}
              <button
                className="opt"
                aria-label={say.remove(name, offers.find((o) => o.id === id)?.title ?? '')}
                onClick={() =>
                  edit((c) => {
                    c.offerIds = (c.offerIds ?? []).filter((x) => x !== id);
                  })
                }
              >
                {say.remove2}
              </button>
            </span>
          ))}{' '}
          {left.length > 0 && (
            <ChoiceFill
              label={say.addOffer(name)}
              value=""
              choices={[['', say.add], ...left.map((o) => [o.id, o.title || say.untitled] as const)]}
              onChange={(id) =>
                id !== '' &&
                edit((c) => {
                  c.offerIds = [...(c.offerIds ?? []), id];
                })
              }
            />
          )}
        </>
      )}
      .
    </>
  );
}
