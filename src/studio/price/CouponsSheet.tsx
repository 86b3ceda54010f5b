import { documentKey } from '#core/documents';
import { useState } from 'react';
import { couponProblem, type DraftCoupon, newCoupon, sealCoupon } from '#core/catalogue';
import { findCoupon, lineCoupon, paymentFor, spreadAmount, taxRuleFor } from '#core/checkout';
import { refusalInWords } from '#core/words';
import { isLasting, paymentOf, plainText, statementOf } from '#core/terms';
import { add, change, type Draft } from '../data/draft';
import { newId } from '../data/ids';
import { removeDrafts } from '../data/remove';
import { useCouponUses } from '../data/useSold';
import { useAssumption } from './assumption';
import { ChoiceFill, DayFill, MoneyFill, OptionLine, TextFill } from './Fill';
import { soldPrices } from './outcome';

/** Coupons, each in a sentence, tried on an example order on the spot. */
export function CouponsSheet({ draft }: { draft: Draft }) {
  const { coupons, shop } = draft.content;
  function addCoupon(): void {
    const id = newId('cp');
    add('coupon', id, newCoupon(id, shop.currency));
    setTimeout(() => document.querySelector<HTMLInputElement>(`[data-coupon="${id}"] input`)?.focus(), 60);
  }
  return (
    <>
      <h1>Coupons</h1>
      <p className="lead mt-1 text-ink-2">
        A code makes full payments cheaper; a trial’s fee and a set-up fee stay as they are. One code for each order.
      </p>
      {coupons.map((coupon) => (
        <CouponCard key={coupon.id} draft={draft} coupon={coupon} />
      ))}
      <div className="sec">
        <button className="btn btn-quiet" data-new onClick={addCoupon}>
          {coupons.length === 0 ? 'Make a coupon' : 'Make another coupon'}
        </button>
      </div>
    </>
  );
}

function CouponCard({ draft, coupon }: { draft: Draft; coupon: DraftCoupon }) {
  const uses = useCouponUses(coupon.id);
  const edit = (recipe: (c: DraftCoupon) => void): void => void change('coupon', coupon.id, recipe);
  const problem = couponProblem(coupon);
  const name = coupon.code.trim() === '' ? 'New coupon' : coupon.code;
  const live = draft.live?.content.coupons.some((c) => c.id === coupon.id) ?? false;
  const offers = draft.content.offers.filter((o) => !o.putAway);
  const left = offers.filter((o) => coupon.offerIds !== null && !coupon.offerIds.includes(o.id));
  return (
    <section className="sec mt-2" aria-label={name} data-coupon={coupon.id}>
      <p className="sentence">
        <TextFill
          label={`${name}: code`}
          placeholder="SPRING"
          most={24}
          value={coupon.code}
          onChange={(text) =>
            edit((c) => {
              c.code = text.toUpperCase();
            })
          }
        />{' '}
        takes{' '}
        {coupon.takes === 'percent' ? (
          <>
            <TextFill
              numeric
              label={`${name}: percent`}
              placeholder="20"
              value={coupon.percent}
              onChange={(text) =>
                edit((c) => {
                  c.percent = text.slice(0, 6);
                })
              }
            />{' '}
          </>
        ) : (
          <>
            <MoneyFill
              label={`${name}: amount`}
              currency={coupon.currency}
              placeholder="10.00"
              value={coupon.amount}
              onChange={(text) =>
                edit((c) => {
                  c.amount = text;
                })
              }
            />{' '}
          </>
        )}
        <ChoiceFill
          label={`${name}: percent or amount`}
          value={coupon.takes}
          choices={[
            ['percent', 'percent'],
            ['amount', `in ${coupon.currency}`],
          ]}
          onChange={(takes) =>
            edit((c) => {
              c.takes = takes;
            })
          }
        />{' '}
        off{' '}
        <ChoiceFill
          label={`${name}: which payments`}
          value={coupon.acts}
          choices={[
            ['all', 'every payment'],
            ['first', 'the first'],
          ]}
          onChange={(acts) =>
            edit((c) => {
              c.acts = acts;
            })
          }
        />
        {coupon.acts === 'first' && (
          <>
            {' '}
            <TextFill
              numeric
              label={`${name}: how many payments`}
              value={coupon.payments}
              onChange={(text) =>
                edit((c) => {
                  c.payments = text.slice(0, 4);
                })
              }
            />{' '}
            {coupon.payments.trim() === '1' ? 'payment' : 'payments'}
          </>
        )}
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
        {coupon.sale !== null && (
          <OptionLine
            name={`${name}, dates`}
            onRemove={() =>
              edit((c) => {
                c.sale = null;
              })
            }
          >
            It works from {coupon.sale.from === '' && 'now, or from '}
            <DayFill
              label={`${name}: first day`}
              value={coupon.sale.from}
              onChange={(text) =>
                edit((c) => {
                  if (c.sale) c.sale.from = text;
                })
              }
            />
            , until the end of{' '}
            <DayFill
              label={`${name}: last day`}
              value={coupon.sale.until}
              onChange={(text) =>
                edit((c) => {
                  if (c.sale) c.sale.until = text;
                })
              }
            />
            .
          </OptionLine>
        )}
        {coupon.limit !== null && (
          <OptionLine
            name={`${name}, limit`}
            onRemove={() =>
              edit((c) => {
                c.limit = null;
              })
            }
          >
            At most{' '}
            <TextFill
              numeric
              label={`${name}: uses in all`}
              placeholder="any number"
              value={coupon.limit.inAll}
              onChange={(text) =>
                edit((c) => {
                  if (c.limit) c.limit.inAll = text.slice(0, 10);
                })
              }
            />{' '}
            uses,{' '}
            <TextFill
              numeric
              label={`${name}: uses by each buyer`}
              placeholder="any number"
              value={coupon.limit.each}
              onChange={(text) =>
                edit((c) => {
                  if (c.limit) c.limit.each = text.slice(0, 10);
                })
              }
            />{' '}
            by each buyer.
          </OptionLine>
        )}
      </p>
      {problem !== null && coupon.code !== '' && (
        <p className="wrong" role="alert">
          {problem}
        </p>
      )}
      <Example draft={draft} coupon={coupon} />
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
    </section>
  );
}

/** What an order with this coupon would come to, by the computation that charges. */
function Example({ draft, coupon }: { draft: Draft; coupon: DraftCoupon }) {
  const { shop, offers } = draft.content;
  const { start } = useAssumption(shop);
  const choices = offers
    .filter((o) => !o.putAway)
    .flatMap((o) =>
      soldPrices(o)
        .filter((p) => p.terms.kind !== 'free')
        .map((p) => ({ key: `${o.id}/${p.id}`, name: `${o.title}${p.name ? `, ${p.name}` : ''}`, offer: o, price: p })),
    );
  const usual = choices.find((c) => coupon.offerIds === null || coupon.offerIds.includes(c.offer.id)) ?? choices[0];
  const [key, setKey] = useState<string | null>(null);
  const chosen = choices.find((c) => c.key === key) ?? usual;
  const sealed = sealCoupon(coupon);
  if (!chosen || !sealed) return null;
  const { terms } = chosen.price;
  const found = findCoupon([sealed], sealed.code, {
    now: start,
    zone: shop.zone,
    currency: chosen.offer.currency,
    offerId: chosen.offer.id,
    uses: 0,
    usesByBuyer: 0,
  });
  const first = terms.kind === 'once' ? terms.amount : isLasting(terms) ? paymentOf(terms, 1).full : 0;
  const frozen =
    'refused' in found
      ? null
      : lineCoupon(found, found.takes.by === 'amount' ? (spreadAmount(found.takes.amount, [first])[0] ?? 0) : 0);
  const text = plainText(
    statementOf(terms, {
      currency: chosen.offer.currency,
      zone: shop.zone,
      locale: shop.locale,
      start,
      when: 'on the day of buying',
      cheaperUntil: frozen?.payments ?? 0,
      charged: (due) =>
        paymentFor(due, frozen, taxRuleFor(shop.tax, { country: null, reverse: false }, due.at, shop.zone)).amount,
    }),
  );
  return (
    <p className="mt-2 border-l-[3px] border-line pl-3 text-ink-2" data-testid="coupon-example">
      Tried on{' '}
      <ChoiceFill
        label={`${sealed.code}: the example order`}
        value={chosen.key}
        choices={choices.map((c) => [c.key, c.name] as const)}
        onChange={setKey}
      />
      : {'refused' in found ? refusalInWords(found) : text}
    </p>
  );
}
