import type { ShopDetails } from '#core/catalogue';
import { ChoiceFill, CountFill } from '../price/Fill';
import { shopWords } from '#say/shop';
const say = shopWords.billingSection;

interface Props {
  billing: ShopDetails['billing'];
  edit: (recipe: (billing: ShopDetails['billing']) => void) => void;
}

/** How long a checkout keeps its price, what each person has once, and what happens when a payment is late. */
export function BillingSection({ billing, edit }: Props) {
  return (
    <section className="sec">
      <h3>{say.checkoutLatePayments}</h3>
      <p className="sentence">
        {say.checkoutKeepsItsPrice}{' '}
        <CountFill
          label={say.minutesCheckoutKeepsIts}
          value={billing.quoteMinutes}
          from={5}
          to={1_440}
          onChange={(n) =>
            edit((b) => {
              b.quoteMinutes = n;
            })
          }
        />{' '}
        {say.minutesOfferAfterPayment}{' '}
        <CountFill
          label={say.minutesOfferAfterPayment2}
          value={billing.offerMinutes}
          from={5}
          to={1_440}
          onChange={(n) =>
            edit((b) => {
              b.offerMinutes = n;
            })
          }
        />{' '}
        {say.minutesWhenCustomersWho}{' '}
        <ChoiceFill
          label={say.whetherCustomersCanHave}
          value={billing.beginsOnce ? 'once' : 'again'}
          choices={[
            ['once', say.payFullPriceFrom],
            ['again', say.getAgain],
          ]}
          onChange={(v) =>
            edit((b) => {
              b.beginsOnce = v === 'once';
            })
          }
        />{' '}
        {say.endOfSentence}
      </p>
      <p className="sentence">
        {say.afterDeclinedPaymentAccess}{' '}
        <CountFill
          label={say.daysGrace}
          value={billing.graceDays}
          from={0}
          to={30}
          onChange={(n) =>
            edit((b) => {
              b.graceDays = n;
            })
          }
        />{' '}
        {say.daysBuyersNotified}{' '}
        <CountFill
          label={say.daysNoticeBeforeTrial}
          value={billing.trialNoticeDays}
          from={1}
          to={30}
          onChange={(n) =>
            edit((b) => {
              b.trialNoticeDays = n;
            })
          }
        />{' '}
        {say.daysBeforeTrialEnds}{' '}
        <ChoiceFill
          label={say.accessWhilePaymentPlan}
          value={billing.planOpenInPause ? 'open' : 'hold'}
          choices={[
            ['open', say.staysOpen],
            ['hold', say.isOnHold],
          ]}
          onChange={(v) =>
            edit((b) => {
              b.planOpenInPause = v === 'open';
            })
          }
        />
        .
      </p>
      <p className="cap">{say.declinedPaymentsTriedAgain}</p>
    </section>
  );
}
