import type { OfferData } from '../../wire';
import { type FormWords, FormWordsProvider } from '../checkout/formWords';
import { OfferAnswer } from './OfferAnswer';

/** An offer after payment: what it is, what it costs today and later, and yes or no. */
export function OfferPage({ data, words }: { data: OfferData; words: FormWords }) {
  return (
    <FormWordsProvider value={words}>
      <section className="page-column pt-0" aria-label={data.title}>
        {data.choices.length > 0 && (
          <nav className="ways mb-5" aria-label={words.howToPay}>
            {data.choices.map(({ id, words: said, href }) => (
              <a
                key={id}
                className="way no-underline"
                href={href}
                {...(id === data.priceId ? { 'aria-current': 'true' as const } : {})}
                dir="auto"
              >
                {said}
              </a>
            ))}
          </nav>
        )}
        <div className="border-t-[5px] border-ink pt-4">
          <p className="flex items-baseline justify-between gap-4 text-lg">
            <b className="font-semibold" dir="auto">
              {data.title}
            </b>
            <b className="font-semibold" data-testid="due-today">
              {data.dueToday}
            </b>
          </p>
          {data.tax !== null && <p className="text-end text-ink-2">{data.tax}</p>}
          {data.sending !== null && <p className="text-end text-ink-2">{data.sending.said}</p>}
          {data.credit !== null && <p className="text-ink-2">{data.credit}</p>}
          <p className="mt-1">{data.statement}</p>
          <ul className="mt-2">
            {data.things.map((thing, i) => (
              <li key={i} className="text-access">
                {words.offer.opens}: <span dir="auto">{thing.title}</span>
                {thing.files !== '' && `, ${thing.files}`}
              </li>
            ))}
          </ul>
        </div>
        <OfferAnswer data={data} />
      </section>
    </FormWordsProvider>
  );
}
