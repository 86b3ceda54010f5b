import type { DraftAccess, DraftOffer, DraftPrice, PricePart } from '#core/catalogue';
import { usePriceSold } from '../data/useSold';
import { ChoiceFill, DayFill, MoneyFill, OptionLine, TextFill } from './Fill';

export interface PriceParts {
  /** What the price is called in each control's name. */
  name: string;
  price: DraftPrice;
  currency: string;
  edit: (recipe: (price: DraftPrice) => void) => void;
  /** The part in which something is wrong, once it may be said. */
  wrong: PricePart | null;
  onBlur: () => void;
}

const PLAN_ACCESS = [
  ['forever', 'while payments are made, and for good once paid off'],
  ['for', 'while payments are made, for a time'],
  ['until', 'while payments are made, until a day'],
] as const;
const ACCESS = [
  ['forever', 'for good'],
  ['for', 'for a time'],
  ['until', 'until a day'],
] as const;
const UNITS: readonly (readonly [DraftAccess['unit'], string])[] = [
  ['day', 'days'],
  ['week', 'weeks'],
  ['month', 'months'],
  ['year', 'years'],
];

/** When it opens and how long it stays open: true of every price, so always said. */
export function AccessLine({ name, price, edit, wrong, onBlur }: PriceParts) {
  const { access } = price;
  if (price.terms.kind === 'subscription')
    return <span className="block">It opens at once and stays open while payments are made.</span>;
  const choices = price.terms.kind === 'plan' ? PLAN_ACCESS : ACCESS;
  return (
    <span className="block">
      It opens at once and stays open{' '}
      <ChoiceFill
        label={`${name}: how long it stays open`}
        value={access.kind}
        choices={choices}
        onChange={(kind) =>
          edit((p) => {
            p.access.kind = kind;
          })
        }
      />
      {access.kind === 'for' && (
        <>
          {': '}
          <TextFill
            numeric
            label={`${name}: how many ${access.unit}s it stays open`}
            value={access.count}
            invalid={wrong === 'access'}
            onBlur={onBlur}
            onChange={(text) =>
              edit((p) => {
                p.access.count = text.slice(0, 6);
              })
            }
          />{' '}
          <ChoiceFill
            label={`${name}: days, weeks, months or years`}
            value={access.unit}
            choices={UNITS}
            onChange={(unit) =>
              edit((p) => {
                p.access.unit = unit;
              })
            }
          />
        </>
      )}
      {access.kind === 'until' && (
        <>
          {': the end of '}
          <DayFill
            label={`${name}: the last day it is open`}
            value={access.date}
            invalid={wrong === 'access'}
            onBlur={onBlur}
            onChange={(text) =>
              edit((p) => {
                p.access.date = text;
              })
            }
          />
        </>
      )}
      {'.'}
    </span>
  );
}

/** Every option in use, one below another in a fixed order. */
export function OptionLines({
  name,
  price,
  currency,
  edit,
  wrong,
  onBlur,
  offers,
}: PriceParts & { offers: readonly DraftOffer[] }) {
  const { usual, words, limit, sale, cardStatement, terms, rise, replaces } = price;
  const subscriptions = offers.filter((o) => o.prices.some((p) => p.terms.kind === 'subscription'));
  return (
    <>
      {usual !== null && terms.kind !== 'free' && (
        <OptionLine
          name="usual price"
          onRemove={() =>
            edit((p) => {
              p.usual = null;
            })
          }
        >
          Shown beside the usual price{' '}
          <MoneyFill
            label={`${name}: usual price`}
            currency={currency}
            placeholder="90.00"
            value={usual}
            invalid={wrong === 'usual'}
            onBlur={onBlur}
            onChange={(text) =>
              edit((p) => {
                p.usual = text;
              })
            }
          />{' '}
          struck through.
        </OptionLine>
      )}
      {words !== null && (
        <OptionLine
          name="words in place of the number"
          onRemove={() =>
            edit((p) => {
              p.words = null;
            })
          }
        >
          In place of the number the page says{' '}
          <TextFill
            label={`${name}: words in place of the number`}
            placeholder="free, you pay only …"
            value={words}
            invalid={wrong === 'words'}
            onBlur={onBlur}
            onChange={(text) =>
              edit((p) => {
                p.words = text;
              })
            }
          />
          ; at checkout the number stands.
        </OptionLine>
      )}
      {rise !== null && terms.kind !== 'free' && (
        <OptionLine
          name="rising price"
          onRemove={() =>
            edit((p) => {
              p.rise = null;
            })
          }
        >
          Rises by{' '}
          <MoneyFill
            label={`${name}: rises by`}
            currency={currency}
            placeholder="5.00"
            value={rise.by}
            invalid={wrong === 'rise'}
            onBlur={onBlur}
            onChange={(text) =>
              edit((p) => {
                if (p.rise) p.rise.by = text;
              })
            }
          />{' '}
          <ChoiceFill
            label={`${name}: what makes it rise`}
            value={rise.every}
            choices={[
              ['sales', 'after every so many sales'],
              ['dates', 'on days'],
            ]}
            onChange={(every) =>
              edit((p) => {
                if (p.rise) p.rise.every = every;
              })
            }
          />
          {': '}
          {rise.every === 'sales' ? (
            <TextFill
              numeric
              label={`${name}: after how many sales`}
              value={rise.sales}
              invalid={wrong === 'rise'}
              onBlur={onBlur}
              onChange={(text) =>
                edit((p) => {
                  if (p.rise) p.rise.sales = text.slice(0, 8);
                })
              }
            />
          ) : (
            <TextFill
              label={`${name}: on which days`}
              placeholder="2026-07-01 2026-08-01"
              value={rise.dates}
              invalid={wrong === 'rise'}
              onBlur={onBlur}
              onChange={(text) =>
                edit((p) => {
                  if (p.rise) p.rise.dates = text;
                })
              }
            />
          )}
          , up to{' '}
          <MoneyFill
            label={`${name}: rises no further than`}
            currency={currency}
            placeholder="79.00"
            value={rise.ceiling}
            invalid={wrong === 'rise'}
            onBlur={onBlur}
            onChange={(text) =>
              edit((p) => {
                if (p.rise) p.rise.ceiling = text;
              })
            }
          />
          ; whoever is at checkout keeps the price they saw for an hour.
        </OptionLine>
      )}
      {limit !== null && (
        <OptionLine
          name="limit"
          onRemove={() =>
            edit((p) => {
              p.limit = null;
            })
          }
        >
          At most{' '}
          <TextFill
            numeric
            label={`${name}: how many can be sold`}
            placeholder="any number"
            value={limit.inAll}
            invalid={wrong === 'limit'}
            onBlur={onBlur}
            onChange={(text) =>
              edit((p) => {
                if (p.limit) p.limit.inAll = text.slice(0, 10);
              })
            }
          />{' '}
          sold,{' '}
          <TextFill
            numeric
            label={`${name}: how many to each buyer`}
            placeholder="any number"
            value={limit.each}
            invalid={wrong === 'limit'}
            onBlur={onBlur}
            onChange={(text) =>
              edit((p) => {
                if (p.limit) p.limit.each = text.slice(0, 10);
              })
            }
          />{' '}
          to each buyer. <SoldSoFar priceId={price.id} />
        </OptionLine>
      )}
      {sale !== null && (
        <OptionLine
          name="dates of sale"
          onRemove={() =>
            edit((p) => {
              p.sale = null;
            })
          }
        >
          On sale from {sale.from === '' && 'now, or from '}
          <DayFill
            label={`${name}: first day of sale`}
            value={sale.from}
            invalid={wrong === 'sale'}
            onBlur={onBlur}
            onChange={(text) =>
              edit((p) => {
                if (p.sale) p.sale.from = text;
              })
            }
          />
          , until {sale.until === '' && 'taken off, or until the end of '}
          <DayFill
            label={`${name}: last day of sale`}
            value={sale.until}
            invalid={wrong === 'sale'}
            onBlur={onBlur}
            onChange={(text) =>
              edit((p) => {
                if (p.sale) p.sale.until = text;
              })
            }
          />
          .
        </OptionLine>
      )}
      {replaces !== null && terms.kind !== 'free' && (
        <OptionLine
          name="ends a subscription"
          onRemove={() =>
            edit((p) => {
              p.replaces = null;
            })
          }
        >
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
        </OptionLine>
      )}
      {cardStatement !== null && (
        <OptionLine
          name="card statement"
          onRemove={() =>
            edit((p) => {
              p.cardStatement = null;
            })
          }
        >
          The card statement reads{' '}
          <TextFill
            label={`${name}: card statement`}
            placeholder="YOUR NAME"
            most={40}
            value={cardStatement}
            invalid={wrong === 'cardStatement'}
            onBlur={onBlur}
            onChange={(text) =>
              edit((p) => {
                p.cardStatement = text;
              })
            }
          />{' '}
          <span className="cap">{cardStatement.length} of 22 letters</span>
        </OptionLine>
      )}
    </>
  );
}

/** A limit counts from the first sale on, also those before it was set. */
function SoldSoFar({ priceId }: { priceId: string }) {
  const sold = usePriceSold(priceId);
  return sold === 0 ? null : <span className="cap">{sold.toLocaleString('en')} sold so far</span>;
}

/** Options not in use, in one line; never said as "no …". */
export function AddOptions({ name, price, edit, offers }: PriceParts & { offers: readonly DraftOffer[] }) {
  const { terms } = price;
  const lasting = terms.kind === 'plan' || terms.kind === 'subscription';
  const subscriptions = offers.some((o) => o.prices.some((p) => p.terms.kind === 'subscription' && p.id !== price.id));
  const paid = price.terms.kind !== 'free';
  const options: { name: string; shown: boolean; add: (p: DraftPrice) => void }[] = [
    {
      name: 'trial',
      shown: lasting && terms.trial === null,
      add: (p) => {
        p.terms.trial = { days: '14', fee: '' };
      },
    },
    {
      name: 'set-up fee',
      shown: lasting && terms.setUp === null,
      add: (p) => {
        p.terms.setUp = { amount: '', label: 'set-up', when: 'today' };
      },
    },
    {
      name: 'cheaper at first',
      shown: terms.kind === 'subscription' && terms.introductory === null,
      add: (p) => {
        p.terms.introductory = { payments: '3', amount: '' };
      },
    },
    {
      name: 'another first payment',
      shown: terms.kind === 'plan' && terms.first === null,
      add: (p) => {
        p.terms.first = '';
      },
    },
    {
      name: 'usual price',
      shown: paid && price.usual === null,
      add: (p) => {
        p.usual = '';
      },
    },
    {
      name: 'words in place of the number',
      shown: price.words === null,
      add: (p) => {
        p.words = '';
      },
    },
    {
      name: 'rising price',
      shown: paid && price.rise === null,
      add: (p) => {
        p.rise = { by: '', every: 'sales', sales: '10', dates: '', ceiling: '' };
      },
    },
    {
      name: 'limit',
      shown: price.limit === null,
      add: (p) => {
        p.limit = { inAll: '', each: '' };
      },
    },
    {
      name: 'dates',
      shown: price.sale === null,
      add: (p) => {
        p.sale = { from: '', until: '' };
      },
    },
    {
      name: 'ends a subscription',
      shown: paid && subscriptions && price.replaces === null,
      add: (p) => {
        p.replaces = { offerId: '', credit: true };
      },
    },
    {
      name: 'card statement',
      shown: paid && price.cardStatement === null,
      add: (p) => {
        p.cardStatement = '';
      },
    },
  ];
  const shown = options.filter((o) => o.shown);
  if (shown.length === 0) return null;
  return (
    <p className="cap">
      Add:{' '}
      {shown.map((option, i) => (
        <span key={option.name}>
          {i > 0 && ' · '}
          <button className="opt" aria-label={`${name}: add ${option.name}`} onClick={() => edit(option.add)}>
            {option.name}
          </button>
        </span>
      ))}
    </p>
  );
}
