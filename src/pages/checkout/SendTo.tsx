import { Field } from '../../ui/Field';
import type { CheckoutData } from '../../wire';
import type { Sent } from './api';
import { useFormWords } from './formWords';
import { shownIn, useTypedEarly } from './useTypedEarly';

interface Props {
  postal: Sent;
  /** The country that the sum on the page is for. */
  country: string;
  countries: CheckoutData['sendCountries'];
  wrong: Readonly<Record<string, string>>;
  /** Typed, and of no sum. */
  onType: (patch: Partial<Sent>) => void;
  /** Another country: sending may cost something else. */
  onCountry: (code: string) => void;
}

const FIELDS = ['street', 'more', 'postcode', 'city'] as const;
const COMPLETE = { street: 'address-line1', more: 'address-line2', postcode: 'postal-code', city: 'address-level2' };

/** Where what is sent by post goes. */
export function SendTo({ postal, country, countries, wrong, onType, onCountry }: Props) {
  const words = useFormWords();
  useTypedEarly(() => {
    const typed = FIELDS.flatMap((field) => {
      const shown = shownIn(field);
      return shown !== '' && shown !== postal[field] ? [[field, shown] as const] : [];
    });
    if (typed.length > 0) onType(Object.fromEntries(typed));
    const picked = shownIn('send-country');
    if (picked !== '' && picked !== country) onCountry(picked);
  });
  const field = (id: (typeof FIELDS)[number]) => (
    <Field
      id={id}
      label={words.sendTo[id]}
      autoComplete={`shipping ${COMPLETE[id]}`}
      value={postal[id]}
      onChange={(text) => onType({ [id]: text })}
      wrong={wrong[id]}
    />
  );
  return (
    <fieldset className="space-y-4">
      <legend className="mb-1 font-semibold">{words.sendTo.title}</legend>
      {field('street')}
      {field('more')}
      <div className="grid gap-4 sm:grid-cols-2">
        {field('postcode')}
        {field('city')}
      </div>
      <div className="co-field">
        <label htmlFor="send-country">{words.sendTo.country}</label>
        <select
          id="send-country"
          autoComplete="shipping country"
          value={country}
          onChange={(event) => onCountry(event.target.value)}
          aria-invalid={wrong['send-country'] !== undefined}
          aria-describedby={wrong['send-country'] === undefined ? undefined : 'send-country-why'}
        >
          {country === '' && <option value="">{words.sendTo.choose}</option>}
          {countries.map(({ code, name }) => (
            <option key={code} value={code}>
              {name}
            </option>
          ))}
        </select>
        {wrong['send-country'] !== undefined && (
          <p className="why" id="send-country-why">
            {wrong['send-country']}
          </p>
        )}
      </div>
    </fieldset>
  );
}
