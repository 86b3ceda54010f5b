import type { ShopDetails } from '#core/catalogue';
import { BillingSection } from './BillingSection';
import { BrandSection } from './BrandSection';
import { Copies } from './Copies';
import { LanguageSection } from './LanguageSection';
import { Helpers } from './Helpers';
import { KeysAndDevices } from './KeysAndDevices';
import { PutAway } from './PutAway';
import { TaxSection } from './TaxSection';
import { WaysSection } from './WaysSection';
import { currencies } from './choices';
import { change, type Draft } from '../data/draft';
import { useAboutQuery } from '../data/ownerApi';
import { Missing } from '../frame/Missing';
import { Panes } from '../frame/Panes';

/** Who sells, where and in what. Defaults work, so nothing here must be filled in before a first try. */
export default function ShopSheet({ draft }: { draft: Draft }) {
  const { shop } = draft.content;
  const { data: about } = useAboutQuery();
  const edit = (recipe: (s: ShopDetails) => void): void => void change('shop', 'shop', recipe);
  const sold = (draft.live?.content.offers.length ?? 0) > 0;
  const legal = (['terms', 'privacy', 'withdrawal'] as const).map((name) => ({
    name,
    label: { terms: 'Terms', privacy: 'Privacy', withdrawal: 'Right to withdraw' }[name],
  }));
  return (
    <Panes
      draft={draft}
      sheet={
        <div className="max-w-2xl">
          <h1>Shop</h1>
          <section className="sec mt-4">
            <h3>Name and sender</h3>
            <p className="sentence">
              Buyers know this shop as{' '}
              <input
                className="fill"
                aria-label="Name of the shop"
                dir="auto"
                value={shop.name}
                onChange={(e) =>
                  edit((s) => {
                    s.name = e.target.value.slice(0, 80);
                  })
                }
              />
              ; its messages come from{' '}
              <input
                className="fill"
                aria-label="Sender’s address"
                value={shop.senderAddress}
                onChange={(e) =>
                  edit((s) => {
                    s.senderAddress = e.target.value.trim().slice(0, 254);
                  })
                }
              />
              .
            </p>
          </section>
          <BrandSection shop={shop} />
          <section className="sec">
            <h3>Money</h3>
            <p className="sentence">
              New offers are in{' '}
              <select
                className="fill"
                aria-label="Currency"
                value={shop.currency}
                onChange={(e) =>
                  edit((s) => {
                    s.currency = e.target.value;
                  })
                }
              >
                {currencies.map((c) => (
                  <option key={c}>{c}</option>
                ))}
              </select>
              ; a buyer’s card statement reads{' '}
              <input
                className="fill"
                aria-label="Card statement"
                value={shop.cardStatement}
                onChange={(e) =>
                  edit((s) => {
                    s.cardStatement = e.target.value.slice(0, 22);
                  })
                }
              />
              .
            </p>
            {sold && <p className="cap">Offers that exist keep their currency.</p>}
            <WaysSection shop={shop} edit={edit} />
          </section>
          <TaxSection shop={shop} edit={edit} />
          <BillingSection billing={shop.billing} edit={(recipe) => edit((s) => recipe(s.billing))} />
          <LanguageSection shop={shop} edit={edit} />
          {about?.you.rights.everything === true && <Helpers draft={draft} />}
          <Copies />
          <PutAway draft={draft} />
          {legal.map(({ name, label }) => (
            <section key={name} className="sec">
              <h3 className="mb-2">
                <label htmlFor={name}>{label}</label>
              </h3>
              <textarea
                id={name}
                className="typed"
                rows={2}
                dir="auto"
                placeholder="Linked under every page once there is something here"
                value={shop.legal[name]}
                onChange={(e) =>
                  edit((s) => {
                    s.legal[name] = e.target.value.slice(0, 4_000);
                  })
                }
              />
            </section>
          ))}
          <KeysAndDevices draft={draft} />
        </div>
      }
      outcome={
        <>
          <Missing findings={draft.findings.filter((f) => f.about.kind === 'shop')} />
          <div className="sec mt-3">
            <h2>Where everything lies</h2>
            <p className="mt-2 text-ink-2">
              Drafts and files you added lie in this browser. What is published, every order and every message lie in
              the shop’s own folder{about && about.mode !== 'real' ? ', as a test shop' : ''}; copy that folder and you
              have it all. {about && `Its history holds ${about.head.seq.toLocaleString('en')} lines.`}
            </p>
          </div>
        </>
      }
    />
  );
}
