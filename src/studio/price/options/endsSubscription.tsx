import { ChoiceFill } from '../Fill';
import { priceOption } from './option';

/** Buying it ends a subscription that the buyer has. */
export const endsSubscription = priceOption({
  name: 'ends a subscription',
  fits: ({ terms }) => terms.kind !== 'free',
  offered: ({ price, offers }) =>
    offers.some((o) => o.prices.some((p) => p.terms.kind === 'subscription' && p.id !== price.id)),
  of: (price) => price.replaces,
  add: (p) => {
    p.replaces = { offerId: '', credit: true };
  },
  remove: (p) => {
    p.replaces = null;
  },
  line: ({ name, edit, offers, value: replaces }) => {
    const subscriptions = offers.filter((o) => o.prices.some((p) => p.terms.kind === 'subscription'));
    return (
      <>
        Ends the buyer’s{' '}
        <ChoiceFill
          label={`${name}: which subscription it ends`}
          value={replaces.offerId}
          choices={[['', 'choose one'], ...subscriptions.map((o) => [o.id, o.title || 'Without a title'] as const)]}
          onChange={(offerId) =>
            edit((p) => {
              if (p.replaces) p.replaces.offerId = offerId;
            })
          }
        />
        ; unused days{' '}
        <ChoiceFill
          label={`${name}: whether unused days are credited`}
          value={replaces.credit ? 'yes' : 'no'}
          choices={[
            ['yes', 'are'],
            ['no', 'are not'],
          ]}
          onChange={(yes) =>
            edit((p) => {
              if (p.replaces) p.replaces.credit = yes === 'yes';
            })
          }
        />{' '}
        credited. It acts for buyers who are signed in.
      </>
    );
  },
});
