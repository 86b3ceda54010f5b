import { type FormEvent, useState } from 'react';
import { Field } from '../ui/Field';
import type { MemberAgreement, SignedIn } from './api';
import { useMemberWords } from './memberWords';

interface Props {
  id: string;
  countries: SignedIn['countries'];
  place: NonNullable<MemberAgreement['place']>;
  busy: boolean;
  onPlace: (place: { country: string; vatNumber: string }) => void;
}

/** Another country or VAT number: the tax follows it from the next payment on. */
export function ChangePlace({ id, countries, place, busy, onPlace }: Props) {
  const words = useMemberWords();
  const [country, setCountry] = useState(place.country);
  const [vatNumber, setVatNumber] = useState(place.vatNumber);
  function submit(event: FormEvent): void {
    event.preventDefault();
    onPlace({ country, vatNumber });
  }
  return (
    <form noValidate onSubmit={submit} className="message calm mt-3 space-y-4">
      <p>{words.taxFollows}</p>
      <div className="co-field">
        <label htmlFor={`country-${id}`}>{words.country}</label>
        <select
          id={`country-${id}`}
          autoComplete="country"
          value={country}
          onChange={(event) => setCountry(event.target.value)}
        >
          {countries.map((c) => (
            <option key={c.code} value={c.code}>
              {c.name}
            </option>
          ))}
        </select>
      </div>
      <Field
        id={`vat-${id}`}
        label={words.vatNumber}
        autoComplete="off"
        value={vatNumber}
        onChange={setVatNumber}
        wrong={undefined}
      />
      <button className="btn btn-primary btn-touch" disabled={busy}>
        {words.usePlace}
      </button>
    </form>
  );
}
