import { type ReactNode, useEffect, useRef, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { type DraftOffer, newOffer, type Price } from '#core/catalogue';
import { shortTerms } from '#core/terms';
import { add, type Draft } from '../data/draft';
import { newId } from '../data/ids';
import { Missing } from '../frame/Missing';
import { Panes } from '../frame/Panes';
import { AssumptionLine, useAssumption } from './assumption';
import { CouponsSheet } from './coupons/CouponsSheet';
import { OfferSheet } from './OfferSheet';
import { useAppDispatch, useAppSelector } from '../store';
import { rehearsalToggled } from '../store/frame';
import { BuyersChoice, PriceOutcome } from './outcome';
import { amounts, soldPrices } from './soldPrices';
import { Rehearse } from './Rehearse';
import { priceWords } from '#say/price';
const say = priceWords.priceStage;

/** Price: the offers, each with its prices in a sentence and what they lead to. */
export default function PriceStage({ draft }: { draft: Draft }) {
  const { id } = useParams();
  const navigate = useNavigate();
  const { shop } = draft.content;
  const offers = draft.content.offers.filter((o) => !o.putAway);
  const offer = offers.find((o) => o.id === id) ?? offers[0];
  const [inHand, setInHand] = useState<string | null>(null);
  const { start } = useAssumption(shop);
  const lastGood = useRef(new Map<string, Price>());
  useEffect(() => {
    for (const good of offer ? soldPrices(offer) : []) lastGood.current.set(good.id, good);
  }, [offer]);
  const live = new Set(draft.live?.content.offers.map((o) => o.id));

  function addOffer(): void {
    const next = newId('off');
    add('offer', next, { ...newOffer(next, { id: '', title: '' }, shop.currency), productIds: [], prices: [] });
    void navigate(`/price/${next}`);
  }

  const row = (o: DraftOffer) => (
    <Link
      key={o.id}
      className="row"
      to={`/price/${o.id}`}
      aria-current={id !== 'coupons' && o.id === offer?.id ? 'true' : undefined}
    >
      <b dir="auto">{o.title || say.untitled}</b>
      <span>{amounts(o, shop.locale)}</span>
    </Link>
  );
  const index = (
    <>
      <button className="row" data-new onClick={addOffer}>
        <b>{say.newOffer}</b>
      </button>
      <Link className="row" to="/price/coupons" aria-current={id === 'coupons' ? 'true' : undefined}>
        <b className="flex justify-between gap-3">
          <span className="!text-[15px] !text-ink">{say.coupons}</span>
          <span>{draft.content.coupons.length === 0 ? '' : draft.content.coupons.length}</span>
        </b>
      </Link>
      {offers.some((o) => live.has(o.id)) && <div className="group">{say.live}</div>}
      {offers.filter((o) => live.has(o.id)).map(row)}
      {offers.some((o) => !live.has(o.id)) && <div className="group">{say.draft}</div>}
      {offers.filter((o) => !live.has(o.id)).map(row)}
    </>
  );
  if (id === 'coupons')
    return (
      <Panes
        draft={draft}
        index={index}
        indexName={say.offers}
        inHand={say.coupons}
        sheet={<CouponsSheet draft={draft} />}
        outcome={
          <>
            <Missing findings={draft.findings.filter((f) => f.about.kind === 'coupon')} />
            <div className="sec mt-3">
              <h2>{say.forWhom}</h2>
              <div className="mt-1">
                <AssumptionLine shop={shop} coupons={draft.content.coupons} />
              </div>
              <p className="mt-2 text-ink-2">{say.eachCouponTriedExample}</p>
            </div>
          </>
        }
      />
    );
  if (!offer) {
    return (
      <Panes
        draft={draft}
        index={index}
        indexName={say.offers}
        sheet={
          <>
            <h1>{say.price}</h1>
            <p className="lead mt-3">{say.offerSaysWhatBuyers}</p>
            <Link className="btn btn-primary mt-4" to="/make">
              {say.makeProduct}
            </Link>
          </>
        }
        outcome={null}
      />
    );
  }

  const prices = soldPrices(offer);
  // A wrong value leaves the last good answer of its price standing, dimmed.
  const broken = inHand !== null && offer.prices.some((p) => p.id === inHand) && !prices.some((p) => p.id === inHand);
  const price = prices.find((p) => p.id === inHand) ?? (broken ? lastGood.current.get(inHand) : undefined) ?? prices[0];
  return (
    <Panes
      draft={draft}
      index={index}
      indexName={say.offers}
      inHand={offer.title || say.untitled}
      sheet={<OfferSheet key={offer.id} draft={draft} offer={offer} onTake={setInHand} />}
      pinned={
        <>
          <Missing findings={draft.findings.filter((f) => f.about.kind === 'offer' && f.about.id === offer.id)} />
          <div className="sec mt-2 !pb-0">
            <div className="flex flex-wrap items-baseline justify-between gap-x-3">
              <h2>{say.whatBuyerWillPay}</h2>
              {price && price.name !== '' && (
                <span className="cap" dir="auto">
                  {price.name}
                </span>
              )}
            </div>
            <div className="mt-1">
              <AssumptionLine shop={shop} coupons={draft.content.coupons} />
            </div>
            <div className="mt-2">
              {price ? (
                <LastGood
                  broken={broken}
                  shownFor={shortTerms(price.terms, offer.currency, shop.locale)}
                  key={inHand ?? price.id}
                >
                  <PriceOutcome draft={draft} offer={offer} price={price} now={start} width={312} />
                </LastGood>
              ) : (
                <p className="text-ink-2">{say.enterAmountSeeWhat}</p>
              )}
            </div>
          </div>
        </>
      }
      outcome={
        <>
          <h3 className="mb-2">{say.asBuyerSees}</h3>
          <BuyersChoice offer={offer} locale={shop.locale} />
          {price && <RehearseFold draft={draft} offer={offer} price={price} />}
        </>
      }
    />
  );
}

/** The rehearsal, folded away until it is wanted; whether it is stays remembered. */
function RehearseFold({ draft, offer, price }: { draft: Draft; offer: DraftOffer; price: Price }) {
  const dispatch = useAppDispatch();
  const open = useAppSelector((state) => state.frame.rehearsing);
  const section = useRef<HTMLDivElement>(null);
  function toggle(): void {
    dispatch(rehearsalToggled(!open));
    // Opened, it is what the seller wants to see: it comes up under what never scrolls away.
    if (!open) requestAnimationFrame(() => section.current?.scrollIntoView({ block: 'start' }));
  }
  return (
    <div ref={section} className={`sec mt-4 ${open ? 'min-h-[60vh]' : ''}`}>
      <h3>
        <button className="opt !text-[15px] font-semibold" aria-expanded={open} data-rehearse onClick={toggle}>
          {say.rehearseFuturePayments}
        </button>
      </h3>
      {open ? (
        <Rehearse key={price.id} draft={draft} offer={offer} price={price} width={312} />
      ) : (
        <p className="cap mt-1">{say.usesRealRulesSaves}</p>
      )}
    </div>
  );
}

/** While a value is wrong the last good answer stands, dimmed, and says what it is for. */
function LastGood({ broken, shownFor, children }: { broken: boolean; shownFor: string; children: ReactNode }) {
  if (!broken) return children;
  return (
    <div className="opacity-60">
      <p className="cap">{say.shownFor(shownFor)}</p>
      {children}
    </div>
  );
}
