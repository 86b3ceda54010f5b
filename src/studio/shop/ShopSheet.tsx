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
import { shopWords } from '#say/shop';
const say = shopWords.shopSheet;

/** Who sells, where and in what. Defaults work, so nothing here must be filled in before a first try. */
export default function ShopSheet({ draft }: { draft: Draft }) {
  const { shop } = draft.content;
  const { data: about } = useAboutQuery();
  const edit = (recipe: (s: ShopDetails) => void): void => void change('shop', 'shop', recipe);
  const sold = (draft.live?.content.offers.length ?? 0) > 0;
  const legal = (['terms', 'privacy', 'withdrawal'] as const).map((name) => ({
    name,
    label: { terms: say.terms, privacy: say.privacy, withdrawal: say.rightWithdraw }[name],
  }));
  return (
    <Panes
      draft={draft}
      sheet={
        <div className="max-w-2xl">
          <h1>{say.shop}</h1>
          <section className="sec mt-4">
            <h3>{say.nameSender}</h3>
            <p className="sentence">
              {say.buyersKnowShopAs}{' '}
              <input
                className="fill"
                aria-label={say.nameShop}
                dir="auto"
                value={shop.name}
                onChange={(e) =>
                  edit((s) => {
                    s.name = e.target.value.slice(0, 80);
                  })
                }
              />
              {say.itsEmailsComeFrom}{' '}
              <input
                className="fill"
                aria-label={say.senderSAddress}
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
            <h3>{say.money}</h3>
            <p className="sentence">
              {say.newOffers}{' '}
              <select
                className="fill"
                aria-label={say.currency}
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
              {say.buyerSCardStatement}{' '}
              <input
                className="fill"
                aria-label={say.cardStatement}
                value={shop.cardStatement}
                onChange={(e) =>
                  edit((s) => {
                    s.cardStatement = e.target.value.slice(0, 22);
                  })
                }
              />
              .
            </p>
            {sold && <p className="cap">{say.existingOffersKeepTheir}</p>}
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
                placeholder={say.linkedFootEveryPage}
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
            <h2>{say.whereYourData}</h2>
            <p className="mt-2 text-ink-2">
              {say.whereDataIs(about !== undefined && about.mode !== 'real')}{' '}
              {about && say.itsHistoryHasEntries(about.head.seq.toLocaleString('en'))}
            </p>
          </div>
        </>
      }
    />
  );
}
