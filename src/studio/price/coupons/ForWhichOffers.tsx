import type { DraftOffer } from '#core/catalogue';
import { ChoiceFill } from '../Fill';
import type { CouponParts } from './couponParts';

/** Every offer, or some by name. */
export function ForWhichOffers({ name, coupon, edit, offers }: CouponParts & { offers: readonly DraftOffer[] }) {
  const left = offers.filter((o) => coupon.offerIds !== null && !coupon.offerIds.includes(o.id));
  return (
    <>
      , for{' '}
      <ChoiceFill
        label={`${name}: for which offers`}
        value={coupon.offerIds === null ? 'all' : 'some'}
        choices={[
          ['all', 'every offer'],
          ['some', 'these offers'],
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
                {offers.find((o) => o.id === id)?.title ?? 'an offer put away'}
              </b>{' '}
              <button
                className="opt"
                aria-label={`${name}: remove ${offers.find((o) => o.id === id)?.title ?? ''}`}
                onClick={() =>
                  edit((c) => {
                    c.offerIds = (c.offerIds ?? []).filter((x) => x !== id);
                  })
                }
              >
                remove
              </button>
            </span>
          ))}{' '}
          {left.length > 0 && (
            <ChoiceFill
              label={`${name}: add an offer`}
              value=""
              choices={[['', 'add …'], ...left.map((o) => [o.id, o.title || 'Without a title'] as const)]}
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
