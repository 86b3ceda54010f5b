import { type DragEvent, useEffect, useRef } from 'react';
import { Link, useLocation, useNavigate, useParams } from 'react-router';
import {
  describeContents,
  freshProduct,
  newOffer,
  type Product,
  PRODUCT_KINDS,
  productKindOf,
  type ProductName,
} from '#core/catalogue';
import { add, type Draft } from '../data/draft';
import { newId } from '../data/ids';
import { Missing } from '../frame/Missing';
import { Panes } from '../frame/Panes';
import { BuyersChoice, PriceOutcome } from '../price/outcome';
import { soldPrices } from '../price/soldPrices';
import { useNow } from '../data/useNow';
import { ProductSheet } from './ProductSheet';
import { productSheetOf } from './kinds';
import { addFilesTo } from './uploads';
import { makeWords } from '#say/make';
const say = makeWords.makeStage;

/** Make: what is delivered. Files dropped anywhere here become a download named after the file. */
export default function MakeStage({ draft }: { draft: Draft }) {
  const { id, part } = useParams();
  const navigate = useNavigate();
  const { offers, shop } = draft.content;
  const products = draft.content.products.filter((p) => !p.putAway);
  const product =
    id === 'new' ? undefined : (products.find((p) => p.id === id) ?? (id === undefined ? products[0] : undefined));
  const now = useNow();
  const sheetTop = useRef<HTMLDivElement>(null);
  const isNew = useRef<string | null>(null);

  useEffect(() => {
    if (product && isNew.current === product.id) {
      isNew.current = null;
      sheetTop.current?.querySelector<HTMLInputElement>('.title-field')?.focus();
    }
  }, [product]);

  function make(kind: ProductName, title = ''): string {
    const next = newId('prd');
    const offerId = newId('off');
    add('product', next, freshProduct(kind, next, title));
    add('offer', offerId, newOffer(offerId, { id: next, title }, shop.currency));
    isNew.current = next;
    // Going back from a new thing leads to where it was asked for, not to making another.
    void navigate(`/make/${next}`, { replace: id === 'new' });
    return next;
  }

  function onDrop(event: DragEvent): void {
    if (event.dataTransfer.files.length === 0) return;
    event.preventDefault();
    const files = [...event.dataTransfer.files];
    const target = make('download', (files[0]?.name ?? '').replace(/\.[^.]+$/, ''));
    addFilesTo(target, files, 0);
  }

  const wanted = new URLSearchParams(useLocation().search).get('kind');
  const asked = id === 'new' ? PRODUCT_KINDS.find((k) => k.kind === wanted)?.kind : undefined;
  const making = useRef<ProductName | undefined>(undefined);
  useEffect(() => {
    if (asked === making.current) return;
    making.current = asked;
    if (asked === undefined) return;
    make(asked);
  });

  const empty = products.length === 0;
  const index = (
    <>
      <Link className="row" data-new to="/make/new" aria-current={id === 'new' ? 'true' : undefined}>
        <b>{say.newProduct}</b>
      </Link>
      {PRODUCT_KINDS.map(({ kind, several }) => ({ kind, several, made: products.filter((p) => p.kind === kind) }))
        .filter(({ made }) => made.length > 0)
        .map(({ kind, several, made }) => (
          <div key={kind}>
            <div className="group">{several}</div>
            {made.map((p) => (
              <Link
                key={p.id}
                className="row"
                to={`/make/${p.id}`}
                aria-current={p.id === product?.id ? 'true' : undefined}
              >
                <b dir="auto">{p.title || say.untitled}</b>
                <span>{describeContents(p)}</span>
              </Link>
            ))}
          </div>
        ))}
    </>
  );
  const Sheet = product && productSheetOf(product);
  const offer = product && offers.find((o) => o.productIds.includes(product.id));
  const price = offer && soldPrices(offer)[0];
  return (
    <div className="contents" onDragOver={(e) => e.preventDefault()} onDrop={onDrop}>
      <Panes
        draft={draft}
        index={index}
        indexName={say.products}
        {...(product ? { inHand: product.title || say.untitled } : {})}
        sheet={
          product ? (
            <div ref={sheetTop}>
              {Sheet?.Part && part !== undefined ? (
                <Sheet.Part key={part} draft={draft} product={product} partId={part} />
              ) : (
                <ProductSheet key={product.id} draft={draft} product={product} />
              )}
            </div>
          ) : (
            <>
              <h1>{empty ? say.whatWillYouSell : say.whatDoYouWant}</h1>
              <ul className="mt-5 max-w-md">
                {PRODUCT_KINDS.map(({ kind, name, explains }) => (
                  <li key={kind} className="border-t border-line">
                    <button className="w-full py-3 text-start" onClick={() => make(kind)}>
                      <b className="font-semibold">{name}</b>
                      <br />
                      <span className="text-ink-2">{explains}</span>
                    </button>
                  </li>
                ))}
              </ul>
              <p className="mt-4 text-ink-2">{say.dropFilesAnywherePage}</p>
            </>
          )
        }
        pinned={
          product && (
            <>
              <Missing findings={draft.findings.filter((f) => f.about.id === product.id || f.about.id === offer?.id)} />
              {offer && price && part === undefined && (
                <div className="sec mt-3 !pb-0">
                  <h2 className="mb-2">{say.whatBuyerWillPay}</h2>
                  <PriceOutcome draft={draft} offer={offer} price={price} now={now} width={312} />
                </div>
              )}
            </>
          )
        }
        outcome={
          product && (
            <>
              {Sheet?.Outcome ? (
                <Sheet.Outcome key={product.id} draft={draft} product={product} partId={part} />
              ) : (
                <div className="pb-3">
                  <h3 className="mb-2">{say.whatBuyerGets}</h3>
                  <BuyersThing product={product} />
                </div>
              )}
              {offer && (
                <div className="sec">
                  <h3 className="mb-2">{say.whatBuyerChooses}</h3>
                  <BuyersChoice offer={offer} locale={shop.locale} />
                </div>
              )}
            </>
          )
        }
      />
    </div>
  );
}

/** The thing as it stands in the member area. */
function BuyersThing({ product }: { product: Product }) {
  const openings = productKindOf(product).openings(product);
  return (
    <div className="rounded-[var(--radius)] border border-line bg-paper px-3.5 py-3">
      <b className="font-semibold" dir="auto">
        {product.title || say.untitled}
      </b>
      <p className="text-access">{describeContents(product)}</p>
      <ul>
        {openings.slice(0, 4).map((f) => (
          <li key={f.id} className="cap break-words border-t border-line py-1" dir="auto">
            {f.name}
          </li>
        ))}
      </ul>
      {openings.length > 4 && <p className="cap border-t border-line pt-1">{say.andMore(openings.length - 4)}</p>}
    </div>
  );
}
