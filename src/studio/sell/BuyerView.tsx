import { calledBySeller } from '#core/people';
import { useLiveQuery } from 'dexie-react-hooks';
import { useEffect, useRef, useState } from 'react';
import { useLocation } from 'react-router';
import { addMs, dateIn, type Instant, msOf, startOfDate } from '#core/calendar';
import { accessInWords, productKindOf, describeContents, openedBy, type Product } from '#core/catalogue';
import { explain } from '#core/passes';
import { unsealContent } from '#core/release';
import { isLasting } from '#core/terms';
import type { OfferId, ProductId, StepId } from '#core/ids';
import { stepOf, stepsInOrder, STEP_KIND_NAMES } from '#core/paths';
import { latestBuyers, passesOfPerson } from '../data/queries/people';
import type { Draft } from '../data/draft';
import { useNow } from '../data/useNow';
import { ChoiceFill, DayFill } from '../price/Fill';
import { soldPrices } from '../price/soldPrices';
import { useAppDispatch } from '../store';
import { buyerViewToggled } from '../store/frame';
import { stepName } from './path/stepInWords';
import { PhoneView } from './PhoneView';

type Who = 'visitor' | 'owner' | 'behind' | 'person';

/** What a buyer sees, with no order placed: the draft or what is live, as somebody, somewhere, on some day. It opens at the thing in hand. */
export default function BuyerView({ draft }: { draft: Draft }) {
  const dispatch = useAppDispatch();
  const now = useNow();
  const [source, setSource] = useState<'draft' | 'live'>('draft');
  const [who, setWho] = useState<Who>('visitor');
  const [width, setWidth] = useState<'phone' | 'wide'>('wide');
  const [date, setDate] = useState<string | null>(null);
  const [, stage, id, stepId] = useLocation().pathname.split('/');
  const { zone } = draft.content.shop;
  const content = source === 'live' && draft.live ? unsealContent(draft.live.content) : draft.content;
  const shown: Draft = { ...draft, content };
  const { paths, pages, offers } = content;
  const path =
    paths.find(
      (p) => p.id === id || p.offerId === id || offers.find((o) => o.id === p.offerId)?.productIds.includes(id ?? ''),
    ) ?? paths[0];
  const [chosen, setChosen] = useState<StepId | null>(stage === 'sell' ? (stepId ?? null) : null);
  const step = path && (stepOf(path, chosen ?? '') ?? stepOf(path, path.start));
  const page = pages.find((p) => p.id === step?.pageId);
  const today = dateIn(now, zone);
  const at =
    date === null || date === today ? now : addMs(startOfDate(date, zone), msOf(now) - msOf(startOfDate(today, zone)));
  const back = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    const before = document.activeElement as HTMLElement | null;
    back.current?.focus();
    // Back returns to the same place: the sheet behind was not moved, and what had the focus has it again.
    return () => before?.focus();
  }, []);
  return (
    <main className="buyer-view" aria-label="As the buyer sees it">
      <div className="buyer-strip">
        <p>
          You see{' '}
          <ChoiceFill
            label="What you see"
            value={source}
            choices={
              draft.live
                ? [
                    ['draft', 'the draft'],
                    ['live', 'what is live'],
                  ]
                : [['draft', 'the draft']]
            }
            onChange={setSource}
          />{' '}
          as{' '}
          <ChoiceFill
            label="As whom"
            value={who}
            choices={[
              ['visitor', 'a new visitor'],
              ['owner', 'an owner'],
              ['behind', 'someone whose payment is behind'],
              ['person', 'a named person'],
            ]}
            onChange={setWho}
          />{' '}
          {who === 'visitor' && (
            <>
              at{' '}
              <ChoiceFill
                label="Which step"
                value={step?.id ?? ''}
                choices={(path ? stepsInOrder(path) : []).map(
                  (s) => [s.id, `${stepName(content, s)} (${STEP_KIND_NAMES[s.kind]})`] as const,
                )}
                onChange={setChosen}
              />{' '}
            </>
          )}
          on{' '}
          <ChoiceFill
            label="On which screen"
            value={width}
            choices={[
              ['wide', 'a wide screen'],
              ['phone', 'a phone'],
            ]}
            onChange={setWidth}
          />{' '}
          on{' '}
          <DayFill
            label="On which day"
            value={date ?? today}
            onChange={(text) => setDate(/^[12]\d{3}-\d\d-\d\d$/.test(text) ? text : null)}
          />
          . Nothing is charged, sent or recorded.
        </p>
        <button ref={back} className="btn btn-quiet btn-sm" onClick={() => dispatch(buyerViewToggled(false))}>
          Back (Esc)
        </button>
      </div>
      <div className={width === 'phone' ? 'flex justify-center p-6' : 'px-6'}>
        {!path || !page ? (
          <p className="p-10 text-center text-ink-2">
            {source === 'live' ? 'Nothing is live yet.' : 'There is no page yet. Make one in Sell.'}
          </p>
        ) : who === 'visitor' ? (
          <PhoneView draft={shown} path={path} page={page} wide={width === 'wide'} at={at} />
        ) : (
          <div className={width === 'phone' ? 'phone' : 'mx-auto max-w-[46rem]'}>
            <div className="page p-6">
              {who === 'owner' || who === 'behind' ? (
                <OwnersThings draft={shown} offerId={path.offerId} at={at} behind={who === 'behind'} />
              ) : (
                <PersonsThings draft={shown} at={at} />
              )}
            </div>
          </div>
        )}
      </div>
    </main>
  );
}

/** The member area of somebody who just bought this offer's first price. */
function OwnersThings({
  draft,
  offerId,
  at,
  behind,
}: {
  draft: Draft;
  offerId: OfferId;
  at: Instant;
  behind: boolean;
}) {
  const { offers, products, shop } = draft.content;
  const offer = offers.find((o) => o.id === offerId);
  const price = offer && soldPrices(offer)[0];
  const opens = openedBy(products, offer?.productIds ?? []);
  const theirs = products.filter((p) => opens.includes(p.id));
  if (behind) {
    const held = (productId: ProductId): string =>
      explain({
        passes: [
          {
            id: 'practice',
            personId: 'practice',
            productId,
            cause: { kind: 'paid', orderId: 'practice', lineId: 'l1' },
            from: at,
            until: null,
            holds: [{ why: 'behind', since: at }],
            heldBefore: [],
            closed: null,
            waited: null,
          },
        ],
        person: { you: true },
        product: theirs.find((p) => p.id === productId)?.title ?? '',
        orderNumber: () => 'yours',
        now: at,
        zone: shop.zone,
        locale: shop.locale,
      }).sentence;
    return (
      <>
        <h1>Your things</h1>
        {price && !isLasting(price.terms) && (
          <p className="mt-1 text-ink-2">
            This offer is paid on the day of buying, so nobody can be behind with it. If it were paid over time, they
            would see this.
          </p>
        )}
        {theirs.map((product) => (
          <Thing key={product.id} product={product} note={held(product.id)} open={false} />
        ))}
        <p className="mt-4">Below it they read what is owed, and can change their card, which is then tried at once.</p>
      </>
    );
  }
  return (
    <>
      <h1>Your things</h1>
      {price && (
        <p className="mt-1 text-access">
          {accessInWords(price.terms, theirs, { start: at, zone: shop.zone, locale: shop.locale })}
        </p>
      )}
      {theirs.map((product) => (
        <Thing key={product.id} product={product} note={describeContents(product)} open />
      ))}
    </>
  );
}

/** The member area of one of the shop's own people, on a day. */
function PersonsThings({ draft, at }: { draft: Draft; at: Instant }) {
  const [personId, setPersonId] = useState('');
  const { shop, products } = draft.content;
  const people = useLiveQuery(latestBuyers, []) ?? [];
  const chosen = people.find((p) => p.id === personId) ?? people[0];
  const passes = useLiveQuery(() => (chosen ? passesOfPerson(chosen.id) : []), [chosen?.id]) ?? [];
  if (!chosen) return <p className="text-ink-2">Nobody has bought here yet.</p>;
  const theirs = [...new Set(passes.map((p) => p.productId))];
  return (
    <>
      <p className="mb-3">
        This is{' '}
        <ChoiceFill
          label="Which person"
          value={chosen.id}
          choices={people.map((p) => [p.id, calledBySeller(p) || p.address] as const)}
          onChange={setPersonId}
        />
        , of the last fifty who bought.
      </p>
      <h1>Your things</h1>
      {theirs.map((productId) => {
        const product = products.find((p) => p.id === productId);
        const why = explain({
          passes: passes.filter((p) => p.productId === productId),
          person: { you: true },
          product: product?.title ?? 'what you bought',
          orderNumber: () => 'yours',
          now: at,
          zone: shop.zone,
          locale: shop.locale,
        });
        return product ? (
          <Thing
            key={productId}
            product={product}
            note={why.open ? describeContents(product) : why.sentence}
            open={why.open}
          />
        ) : null;
      })}
    </>
  );
}

function Thing({ product, note, open }: { product: Product; note: string; open: boolean }) {
  return (
    <div className="mt-4 border-t border-line pt-3">
      <h2 dir="auto">{product.title}</h2>
      <p className={open ? 'text-access' : 'text-ink-2'}>{note}</p>
      {open && (
        <ul>
          {productKindOf(product)
            .openings(product)
            .filter(({ part }) => part === null)
            .map(({ name }) => (
              <li key={name} className="border-t border-line py-2 break-words" dir="auto">
                {name}
              </li>
            ))}
        </ul>
      )}
    </div>
  );
}
