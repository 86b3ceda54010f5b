import { documentKey } from '#core/documents';
import { removeDrafts } from '../../data/remove';
import { useCouponUses } from '../../data/useSold';
import type { CouponParts } from './couponParts';

/** How often it was used, and what can be added to it or done with it. */
export function CouponFoot({ name, coupon, edit, live }: CouponParts & { live: boolean }) {
  const uses = useCouponUses(coupon.id);
  return (
    <p className="cap mt-1">
      {uses === 0 ? 'Not used yet. ' : uses === 1 ? 'Used once. ' : `Used ${uses.toLocaleString('en')} times. `}
      {coupon.sale === null && (
        <button
          className="opt"
          aria-label={`${name}: add dates`}
          onClick={() =>
            edit((c) => {
              c.sale = { from: '', until: '' };
            })
          }
        >
          Add dates
        </button>
      )}
      {coupon.sale === null && ' · '}
      {coupon.limit === null && (
        <button
          className="opt"
          aria-label={`${name}: add a limit`}
          onClick={() =>
            edit((c) => {
              c.limit = { inAll: '', each: '' };
            })
          }
        >
          Add a limit
        </button>
      )}
      {coupon.limit === null && ' · '}
      <button
        className="opt"
        onClick={() =>
          edit((c) => {
            c.on = !c.on;
          })
        }
      >
        {coupon.on ? 'Switch it off' : 'Switch it on again'}
      </button>
      {!live && (
        <>
          {' '}
          ·{' '}
          <button className="opt" onClick={() => void removeDrafts([documentKey('coupon', coupon.id)], name)}>
            Remove this draft
          </button>
        </>
      )}
      {!coupon.on && (
        <b className="text-ink"> Switched off: nobody can use it{live ? ' once this is published' : ''}.</b>
      )}
    </p>
  );
}
