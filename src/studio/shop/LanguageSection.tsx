import { localesOf, type ShopDetails } from '#core/catalogue';
import { LANGUAGE_NAMES, languageOf, languages } from '#core/words';
import { zones } from './choices';
import { shopWords } from '#say/shop';
const say = shopWords.languageSection;

/** How dates read tells apart the locales of one language. */
const LOCALES = [
  ['en', '15 June 2026'],
  ['en-US', 'June 15, 2026'],
  ['de', '15. Juni 2026'],
] as const;

/** The studio speaks English, and so do the names of languages in it. */
const inEnglish = new Intl.DisplayNames('en', { type: 'language' });

/** Where days begin and end, and what buyers read in. */
export function LanguageSection({
  shop,
  edit,
}: {
  shop: ShopDetails;
  edit: (recipe: (s: ShopDetails) => void) => void;
}) {
  const own = languageOf(shop.locale);
  const offered = localesOf(shop).map(languageOf);
  return (
    <section className="sec">
      <h3>{say.timeZoneLanguage}</h3>
      <p className="sentence">
        {say.daysBeginEnd}{' '}
        <select
          className="fill"
          aria-label={say.timeZone}
          value={shop.zone}
          onChange={(e) =>
            edit((s) => {
              s.zone = e.target.value;
            })
          }
        >
          {zones.map((z) => (
            <option key={z}>{z}</option>
          ))}
        </select>
        {say.buyersRead}{' '}
        <select
          className="fill"
          aria-label={say.languageDates}
          value={shop.locale}
          onChange={(e) =>
            edit((s) => {
              s.locale = e.target.value;
            })
          }
        >
          {LOCALES.map(([locale, date]) => (
            <option key={locale} value={locale}>
              {LANGUAGE_NAMES[languageOf(locale)]}, {date}
            </option>
          ))}
        </select>
        .
      </p>
      {languages
        .filter((language) => language !== own)
        .map((language) => (
          <label key={language} className="mt-2 flex items-center gap-2">
            <input
              type="checkbox"
              className="checkbox checkbox-sm"
              checked={offered.includes(language)}
              onChange={(e) =>
                edit((s) => {
                  const others = s.languages.filter((locale) => languageOf(locale) !== language);
                  s.languages = e.target.checked ? [...others, language] : others;
                })
              }
            />
            {say.theyCanAlsoRead} {inEnglish.of(language)}
          </label>
        ))}
      <p className="cap">{say.whenVisitorSBrowser}</p>
    </section>
  );
}
