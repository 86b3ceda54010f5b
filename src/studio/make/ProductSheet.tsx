import { Link, useNavigate } from 'react-router';
import { newOffer, newPrice, paidAsFirst, type Product, productKindOf } from '#core/catalogue';
import { add, change, type Draft } from '../data/draft';
import { TitleField } from '../frame/TitleField';
import { newId } from '../data/ids';
import { draftsOfProduct, removeDrafts } from '../data/remove';
import { TextFill } from '../price/Fill';
import { focusAmount, PriceSentence } from '../price/PriceSentence';
import { RichField } from '../sell/RichField';
import { productSheetOf } from './kinds';
import { PictureField } from './PictureField';
import { makeWords } from '#say/make';
const say = makeWords.productSheet;

/** One product, edited in one column. */
export function ProductSheet({ draft, product }: { draft: Draft; product: Product }) {
  const { offers, shop } = draft.content;
  const Kind = productSheetOf(product);
  const edit = (recipe: (p: Product) => void): void => void change('product', product.id, recipe);
  const soldIn = offers.filter((o) => o.productIds.includes(product.id));

  function retitle(title: string): void {
    const before = product.title;
    edit((p) => {
      p.title = title;
    });
    // An offer that still bears the product's name goes along with it.
    for (const offer of soldIn)
      if (
        offer.productIds.length === 1 &&
        offer.title === before &&
        !draft.live?.content.offers.some((o) => o.id === offer.id)
      )
        void change('offer', offer.id, (o) => {
          o.title = title;
        });
  }

  const isLive = draft.live?.content.products.some((p) => p.id === product.id) ?? false;
  const navigate = useNavigate();

  function remove(): void {
    void removeDrafts(draftsOfProduct(draft, product.id), product.title).then(() => navigate('/make'));
  }

  function sell(): void {
    const id = newId('off');
    add('offer', id, newOffer(id, product, shop.currency));
  }

  return (
    <>
      <TitleField
        label={say.title}
        placeholder={say.titleYourProduct}
        value={product.title}
        onChange={retitle}
        onKeyDown={(e) => {
          if (e.key === 'Escape' && isUntouched(product)) remove();
        }}
      />
      <input
        className="bare lead mt-1 w-full text-ink-2"
        aria-label={say.shortDescription}
        placeholder={say.oneLineWhatDoes}
        dir="auto"
        value={product.promise}
        onChange={(e) =>
          edit((p) => {
            p.promise = e.target.value.slice(0, 300);
          })
        }
      />

      <Kind.Contents product={product} draft={draft} />
      <section className="sec">
        <h3 className="mb-2">{say.picture}</h3>
        <PictureField product={product} />
      </section>
      <section className="sec">
        <h3 className="mb-2">{say.description}</h3>
        <RichField
          label={say.description}
          placeholder={say.whatIncludedWho}
          className="prose-words typed !block"
          value={product.description}
          onChange={(value) =>
            edit((p) => {
              p.description = value;
            })
          }
        />
      </section>
      <section className="sec">
        <h3 className="mb-1">{say.benefits}</h3>
        <p className="cap mb-2">{say.shortLinesYourPages}</p>
        {product.benefits.map((benefit, i) => (
          <div key={i} className="flex items-baseline gap-3">
            <input
              className="bare flex-1"
              aria-label={say.benefit(i + 1)}
              dir="auto"
              value={benefit}
              onChange={(e) =>
                edit((p) => {
                  p.benefits[i] = e.target.value.slice(0, 300);
                })
              }
            />
            <button
              className="opt"
              aria-label={say.removeBenefit(i + 1)}
              onClick={() =>
                edit((p) => {
                  p.benefits.splice(i, 1);
                })
              }
            >
              {say.remove}
            </button>
          </div>
        ))}
        <button
          className="opt"
          onClick={() =>
            edit((p) => {
              p.benefits.push('');
            })
          }
        >
          {say.addBenefit}
        </button>
      </section>
      <Kind.Limits product={product} />
      <section className="sec">
        <p className="sentence">
          {say.articleNumberInvoicesLists}{' '}
          <TextFill
            label={say.articleNumber}
            placeholder={say.none}
            most={60}
            value={product.article ?? ''}
            onChange={(text) =>
              edit((p) => {
                if (text.trim() === '') delete p.article;
                else p.article = text;
              })
            }
          />
          {say.unlessItsPriceHas}
        </p>
      </section>
      <section className="sec">
        <h3 className="mb-1">{say.soldIn}</h3>
        {soldIn.length === 0 && (
          <p className="text-ink-2">
            {say.noOfferYet}{' '}
            <button className="opt" onClick={sell}>
              {say.sellIt}
            </button>
          </p>
        )}
        {soldIn.map((offer) => (
          <div key={offer.id} className="mt-2">
            <Link className="font-semibold" to={`/price/${offer.id}`} dir="auto">
              {offer.title || say.untitled}
            </Link>
            {offer.prices.map((price) => (
              <PriceSentence key={price.id} offer={offer} price={price} products={draft.content.products} />
            ))}
            {offer.prices.length === 0 && (
              <p className="mt-1">
                <button
                  className="btn btn-quiet btn-sm"
                  onClick={() => {
                    const id = newId('pr');
                    void change('offer', offer.id, (o) => {
                      o.prices.push(newPrice(id, { terms: { kind: paidAsFirst([product]) } }));
                    });
                    focusAmount(id);
                  }}
                >
                  {say.setPrice}
                </button>
              </p>
            )}
          </div>
        ))}
      </section>
      <section className="sec">
        {isLive ? (
          <p>
            <button
              className="opt"
              onClick={() => {
                edit((p) => {
                  p.putAway = true;
                });
                for (const o of soldIn)
                  if (o.productIds.length === 1)
                    void change('offer', o.id, (d) => {
                      d.putAway = true;
                    });
                void navigate('/make');
              }}
            >
              {say.archive}
            </button>{' '}
            <span className="cap">{say.removedFromAllLists}</span>
          </p>
        ) : (
          <button className="opt" onClick={remove}>
            {say.deleteDraft}
          </button>
        )}
      </section>
    </>
  );
}

/** A product begun by mistake: Esc takes it away again. */
const isUntouched = (product: Product): boolean =>
  product.title === '' &&
  product.promise === '' &&
  !productKindOf(product).holds(product) &&
  product.benefits.length === 0 &&
  product.picture === null;
