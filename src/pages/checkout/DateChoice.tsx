import { useEffect, useState } from 'react';
import { formatTime } from '../../core/calendar/format';
import type { CheckoutPrice } from '../../wire';
import { useFormWords } from './formWords';

/** At which date, of a class that is bought for one of several. */
export function DateChoice({
  price,
  wrong,
  onChoose,
}: {
  price: CheckoutPrice;
  /** Why the date that was picked cannot be had. */
  wrong: string | undefined;
  onChoose: (dates: string[]) => void;
}) {
  const words = useFormWords();
  const zone = useZone();
  // One that has a single date leaves nothing to choose.
  const several = price.seats.filter(({ dates }) => dates.length > 1);
  const pick = (of: CheckoutPrice['seats'][number], id: string): void => {
    const others = several.filter((one) => one !== of).flatMap(({ dates }) => dates.filter((date) => date.chosen));
    onChoose([...others.map((date) => date.id), id]);
  };
  return (
    <>
      {several.map((of) => (
        <fieldset key={of.productId} aria-describedby={wrong === undefined ? undefined : `why-${of.productId}`}>
          <legend className="mb-1 font-semibold">
            {words.whichDate}
            {several.length > 1 && (
              <span dir="auto" className="font-normal">
                {' '}
                {of.title}
              </span>
            )}
          </legend>
          {of.dates.map((date) => (
            <label key={date.id} className={`pick ${date.full ? 'text-ink-2' : ''}`}>
              <span className="flex items-center justify-between gap-3">
                <span className="flex items-center gap-3">
                  <input
                    type="radio"
                    name={`date-${of.productId}`}
                    data-date
                    value={date.id}
                    className="radio radio-sm"
                    checked={date.chosen}
                    disabled={date.full}
                    onChange={() => pick(of, date.id)}
                  />{' '}
                  <span>
                    {date.when}
                    <WhereYouAre zone={zone} from={date.from} own={date.zone} />
                  </span>
                </span>
                {date.room !== '' && <span className="cap shrink-0">{date.room}</span>}
              </span>
            </label>
          ))}
          {wrong !== undefined && (
            <p id={`why-${of.productId}`} className="why">
              {wrong}
            </p>
          )}
        </fieldset>
      ))}
    </>
  );
}

/** The zone of whoever looks; null until the page has come to life, as the shop cannot know it. */
function useZone(): string | null {
  const [zone, setZone] = useState<string | null>(null);
  useEffect(() => setZone(Intl.DateTimeFormat().resolvedOptions().timeZone), []);
  return zone;
}

/** The same moment on the clock of whoever looks, where that shows another time. */
function WhereYouAre({ zone, from, own }: { zone: string | null; from: string; own: string }) {
  const words = useFormWords();
  if (zone === null) return null;
  const { lang } = document.documentElement;
  const shows = (timeZone: string): string =>
    `${new Intl.DateTimeFormat(lang, { timeZone, weekday: 'long' }).format(new Date(from))}, ${formatTime(from, timeZone, lang)}`;
  return shows(zone) === shows(own) ? null : <span className="cap block">{words.whereYouAre(shows(zone))}</span>;
}
