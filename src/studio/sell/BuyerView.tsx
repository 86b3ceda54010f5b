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
import { sellWords } from '#say/sell';
const say = sellWords.buyerView;

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
    <main className="buyer-view" aria-label={say.asBuyerSees}>
      <div className="buyer-strip">
        <p>
          {say.youSee}{' '}
          <ChoiceFill
            label={say.whatYouSee}
            value={source}
            choices={
              draft.live
                ? [
                    ['draft', say.theDraft],
                    ['live', say.whatLive],
                  ]
                : [['draft', say.theDraft]]
            }
            onChange={setSource}
          />{' '}
          {say.as}{' '}
          <ChoiceFill
            label={say.asWhom}
            value={who}
            choices={[
              ['visitor', say.newVisitor],
              ['owner', say.aCustomer],
              ['behind', say.someoneWhosePaymentPast],
              ['person', say.namedPerson],
            ]}
            onChange={setWho}
          />{' '}
          {who === 'visitor' && (
            <>
              {say.at}{' '}
              <ChoiceFill
                label={say.whichStep}
                value={step?.id ?? ''}
                choices={(path ? stepsInOrder(path) : []).map(
                  (s) => [s.id, `${stepName(content, s)} (${STEP_KIND_NAMES[s.kind]})`] as const,
                )}
                onChange={setChosen}
              />{' '}
            </>
          )}
          {say.on}{' '}
          <ChoiceFill
            label={say.whichScreen}
            value={width}
            choices={[
              ['wide', say.wideScreen],
              ['phone', say.aPhone],
            ]}
            onChange={setWidth}
          />{' '}
          {say.on}{' '}
          <DayFill
            label={say.whichDay}
            value={date ?? today}
            onChange={(text) => setDate(/^[12]\d{3}-\d\d-\d\d$/.test(text) ? text : null)}
          />
          {say.nothingChargedSentRecorded}
        </p>
        <button ref={back} className="btn btn-quiet btn-sm" onClick={() => dispatch(buyerViewToggled(false))}>
          {say.backEsc}
        </button>
      </div>
      <div className={width === 'phone' ? 'flex justify-center p-6' : 'px-6'}>
        {!path || !page ? (
          <p className="p-10 text-center text-ink-2">{source === 'live' ? say.nothingLiveYet : say.thereNoPageYet}</p>
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
        <h1>{say.yourLibrary}</h1>
        {price && !isLasting(price.terms) && <p className="mt-1 text-ink-2">{say.offerPaidDayPurchase}</p>}
        {theirs.map((product) => (
          <Thing key={product.id} product={product} note={held(product.id)} open={false} />
        ))}
        <p className="mt-4">{say.belowTheySeeWhat}</p>
      </>
    );
  }
  return (
    <>
      <h1>{say.yourLibrary}</h1>
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
  if (!chosen) return <p className="text-ink-2">{say.nobodyHasBoughtAnything}</p>;
  const theirs = [...new Set(passes.map((p) => p.productId))];
  return (
    <>
      <p className="mb-3">
        {say.customer}{' '}
        <ChoiceFill
          label={say.whichCustomer}
          value={chosen.id}
          choices={people.map((p) => [p.id, calledBySeller(p) || p.address] as const)}
          onChange={setPersonId}
        />
        {say.fromLastFiftyCustomers}
      </p>
      <h1>{say.yourLibrary}</h1>
      {theirs.map((productId) => {
        const product = products.find((p) => p.id === productId);
        const why = explain({
          passes: passes.filter((p) => p.productId === productId),
          person: { you: true },
          product: product?.title ?? say.whatYouBought,
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
