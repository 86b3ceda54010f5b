import { useState } from 'react';
import { CheckoutForm } from './CheckoutForm';
import type { CheckoutData } from '../../wire';
import { type FormWords, FormWordsProvider } from './formWords';

/** The checkout page: rendered on the counter, brought to life in the browser with the same data. */
export function CheckoutPage({ data, words }: { data: CheckoutData; words: FormWords }) {
  return (
    <FormWordsProvider value={words}>
      <Page data={data} words={words} />
    </FormWordsProvider>
  );
}

function Page({ data, words }: { data: CheckoutData; words: FormWords }) {
  const [price, setPrice] = useState(data.prices.find((p) => p.id === data.chosen) ?? data.prices[0]);
  if (!data.whole)
    return (
      <div className="my-8">
        <CheckoutForm data={data} />
      </div>
    );
  return (
    <div className="mx-auto grid max-w-[62rem] gap-x-14 px-5 pt-6 pb-16 md:grid-cols-[1fr_20rem]">
      <div>
        <header className="pb-5">
          <h1 className="text-[1.7rem]" dir="auto">
            {data.heading}
          </h1>
          {data.under.trim() !== '' && (
            <p className="mt-2 text-ink-2" dir="auto">
              {data.under}
            </p>
          )}
        </header>
        <CheckoutForm data={data} onShown={setPrice} />
      </div>
      <aside className="hidden border-t-[5px] border-ink pt-4 md:block" aria-label={words.whatYouGet}>
        <h2>{words.opensAtOnce}</h2>
        {price && price.ends && <p className="mt-1">{price.access}</p>}
        <ul className="mt-2 space-y-2">
          {price?.opens.map((thing, i) => (
            <li key={i} className="text-access">
              <b className="font-semibold" dir="auto">
                {thing.title}
              </b>
              <br />
              {thing.files}
            </li>
          ))}
        </ul>
        {price && !price.free && (
          <p className="mt-6 text-ink-2">
            {words.statementBefore} <b className="font-semibold text-ink">{price.statementText}</b>.
          </p>
        )}
      </aside>
    </div>
  );
}
