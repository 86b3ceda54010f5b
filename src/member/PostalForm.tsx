import { type FormEvent, useState } from 'react';
import { Field } from '../ui/Field';
import type { MemberTasks } from './api';
import { useMemberWords } from './memberWords';

type Postal = NonNullable<MemberTasks['tasks'][number]['postal']>;

/** Where it is sent: said for the first time, or anew until it is on its way. */
export function PostalForm({
  id,
  postal,
  countries,
  label,
  onSend,
}: {
  id: string;
  postal: Postal | null;
  countries: MemberTasks['countries'];
  /** Of its button, where it is a part of something else; left out where it stands by itself. */
  label?: string;
  onSend: (postal: Postal) => void;
}) {
  const words = useMemberWords();
  const [typed, setTyped] = useState<Postal>(
    postal ?? { name: '', street: '', more: '', postcode: '', city: '', country: countries[0]?.code ?? '' },
  );
  const field = (key: Exclude<keyof Postal, 'country'>, label: string, complete: string) => (
    <Field
      id={`${key}-${id}`}
      label={label}
      autoComplete={`shipping ${complete}`}
      value={typed[key]}
      onChange={(text) => setTyped({ ...typed, [key]: text })}
      wrong={undefined}
    />
  );
  function submit(event: FormEvent): void {
    event.preventDefault();
    onSend(typed);
  }
  const say = words.sendTo;
  return (
    <form
      noValidate
      onSubmit={submit}
      className={label === undefined ? 'message calm mt-3 space-y-4' : 'mt-4 space-y-4'}
    >
      <p className="font-semibold">{words.tasks.whereTo}</p>
      {field('name', words.tasks.name, 'name')}
      {field('street', say.street, 'address-line1')}
      {field('more', say.more, 'address-line2')}
      {field('postcode', say.postcode, 'postal-code')}
      {field('city', say.city, 'address-level2')}
      <div className="co-field">
        <label htmlFor={`country-${id}`}>{say.country}</label>
        <select
          id={`country-${id}`}
          autoComplete="shipping country"
          value={typed.country}
          onChange={(event) => setTyped({ ...typed, country: event.target.value })}
        >
          {countries.map(({ code, name }) => (
            <option key={code} value={code}>
              {name}
            </option>
          ))}
        </select>
      </div>
      <button className="btn btn-primary btn-touch">{label ?? words.tasks.keep}</button>
    </form>
  );
}
