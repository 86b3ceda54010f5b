import { ChoiceFill } from '../Fill';
import { priceOption } from './option';
import { priceOptionsWords } from '#say/price/options';
const say = priceOptionsWords.endsSubscription;

/** Buying it ends a subscription that the buyer has. */
export const endsSubscription = priceOption({
  name: say.endsSubscription,
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
        {say.endsBuyerS}{' '}
        <ChoiceFill
          label={say.whichSubscriptionEnds(name)}
          value={replaces.offerId}
          choices={[['', say.chooseOne], ...subscriptions.map((o) => [o.id, o.title || say.untitled] as const)]}
          onChange={(offerId) =>
            edit((p) => {
              if (p.replaces) p.replaces.offerId = offerId;
            })
          }
        />
        {say.unusedDays}{' '}
        <ChoiceFill
          label={say.whetherUnusedDaysCredited(name)}
          value={replaces.credit ? 'yes' : 'no'}
          choices={[
            ['yes', say.are],
            ['no', say.areNot],
          ]}
          onChange={(yes) =>
            edit((p) => {
              if (p.replaces) p.replaces.credit = yes === 'yes';
            })
          }
        />{' '}
        {say.creditedAppliesBuyersWho}
      </>
    );
  },
});
