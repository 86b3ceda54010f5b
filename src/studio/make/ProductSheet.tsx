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
        label="Title"
        placeholder="Title of what you sell"
        value={product.title}
        onChange={retitle}
        onKeyDown={(e) => {
          if (e.key === 'Escape' && isUntouched(product)) remove();
        }}
      />
      <input
        className="bare lead mt-1 w-full text-ink-2"
        aria-label="Promise, one line"
        placeholder="One line: what does it do for the buyer?"
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
        <h3 className="mb-2">Picture</h3>
        <PictureField product={product} />
      </section>
      <section className="sec">
        <h3 className="mb-2">Description</h3>
        <RichField
          label="Description"
          placeholder="What is in it, who is it for?"
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
        <h3 className="mb-1">Benefits</h3>
        <p className="cap mb-2">Short lines that pages can use.</p>
        {product.benefits.map((benefit, i) => (
          <div key={i} className="flex items-baseline gap-3">
            <input
              className="bare flex-1"
              aria-label={`Benefit ${i + 1}`}
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
              aria-label={`Remove benefit ${i + 1}`}
              onClick={() =>
                edit((p) => {
                  p.benefits.splice(i, 1);
                })
              }
            >
              Remove
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
          Add a benefit
        </button>
      </section>
      <Kind.Limits product={product} />
      <section className="sec">
        <p className="sentence">
          On papers and in lists it is article{' '}
          <TextFill
            label="Article number"
            placeholder="none"
            most={60}
            value={product.article ?? ''}
            onChange={(text) =>
              edit((p) => {
                if (text.trim() === '') delete p.article;
                else p.article = text;
              })
            }
          />
          , unless its price has one of its own.
        </p>
      </section>
      <section className="sec">
        <h3 className="mb-1">Sold in</h3>
        {soldIn.length === 0 && (
          <p className="text-ink-2">
            No offer yet.{' '}
            <button className="opt" onClick={sell}>
              Sell it
            </button>
          </p>
        )}
        {soldIn.map((offer) => (
          <div key={offer.id} className="mt-2">
            <Link className="font-semibold" to={`/price/${offer.id}`} dir="auto">
              {offer.title || 'Without a title'}
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
                  Set a price
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
              Put this away
            </button>{' '}
            <span className="cap">
              Off every list and off sale with the next publishing; owners keep it. It can be brought back in Shop.
            </span>
          </p>
        ) : (
          <button className="opt" onClick={remove}>
            Remove this draft
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
