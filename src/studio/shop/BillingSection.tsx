import type { ShopDetails } from '#core/catalogue';
import { ChoiceFill, CountFill } from '../price/Fill';

interface Props {
  billing: ShopDetails['billing'];
  edit: (recipe: (billing: ShopDetails['billing']) => void) => void;
}

/** How long a checkout keeps its price, what each person has once, and what happens when a payment is late. */
export function BillingSection({ billing, edit }: Props) {
  return (
    <section className="sec">
      <h3>Checkout and late payments</h3>
      <p className="sentence">
        A checkout keeps the price it began with for{' '}
        <CountFill
          label="Minutes a checkout keeps its price"
          value={billing.quoteMinutes}
          from={5}
          to={1_440}
          onChange={(n) =>
            edit((b) => {
              b.quoteMinutes = n;
            })
          }
        />{' '}
        minutes; what is offered after payment can be taken for{' '}
        <CountFill
          label="Minutes an offer after payment stands"
          value={billing.offerMinutes}
          from={5}
          to={1_440}
          onChange={(n) =>
            edit((b) => {
              b.offerMinutes = n;
            })
          }
        />{' '}
        minutes. Someone who had a trial or a price that was cheaper at first{' '}
        <ChoiceFill
          label="Whether somebody has a trial again"
          value={billing.beginsOnce ? 'once' : 'again'}
          choices={[
            ['once', 'pays the full price from the start'],
            ['again', 'has it again'],
          ]}
          onChange={(v) =>
            edit((b) => {
              b.beginsOnce = v === 'once';
            })
          }
        />{' '}
        when they buy anew.
      </p>
      <p className="sentence">
        After a refused payment access stays open for{' '}
        <CountFill
          label="Days of grace"
          value={billing.graceDays}
          from={0}
          to={30}
          onChange={(n) =>
            edit((b) => {
              b.graceDays = n;
            })
          }
        />{' '}
        days; buyers hear{' '}
        <CountFill
          label="Days of notice before a trial ends"
          value={billing.trialNoticeDays}
          from={1}
          to={30}
          onChange={(n) =>
            edit((b) => {
              b.trialNoticeDays = n;
            })
          }
        />{' '}
        days before a trial ends; a paused payment plan{' '}
        <ChoiceFill
          label="A payment plan in a pause"
          value={billing.planOpenInPause ? 'open' : 'hold'}
          choices={[
            ['open', 'stays open'],
            ['hold', 'is on hold'],
          ]}
          onChange={(v) =>
            edit((b) => {
              b.planOpenInPause = v === 'open';
            })
          }
        />
        .
      </p>
      <p className="cap">Refused payments are tried again after 1, 3, 5 and 7 days.</p>
    </section>
  );
}
