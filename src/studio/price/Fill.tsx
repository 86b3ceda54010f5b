import { type ReactNode, useState } from 'react';
import { priceWords } from '#say/price';
const say = priceWords.fill;

interface TypedProps {
  /** The whole accessible name: "In three parts: amount in EUR". */
  label: string;
  value: string;
  onChange: (text: string) => void;
  onBlur?: () => void;
  placeholder?: string;
  invalid?: boolean;
}

/** An amount in a sentence, with its currency's sign before it. */
export function MoneyFill({
  label,
  value,
  onChange,
  onBlur,
  placeholder = '64.00',
  invalid = false,
  currency,
}: TypedProps & { currency: string }) {
  return (
    <span className="whitespace-nowrap text-money font-semibold">
      {signOf(currency)}
      <input
        className="fill money"
        inputMode="decimal"
        size={4}
        placeholder={placeholder}
        aria-label={label}
        aria-invalid={invalid}
        value={value}
        onChange={(event) => onChange(event.target.value.slice(0, 30))}
        onBlur={onBlur}
      />
    </span>
  );
}

/** Words or a number in a sentence, as wide as what is in it. */
export function TextFill({
  label,
  value,
  onChange,
  onBlur,
  placeholder = '',
  invalid = false,
  numeric = false,
  most = 120,
}: TypedProps & { numeric?: boolean; most?: number }) {
  return (
    <input
      className="fill"
      inputMode={numeric ? 'numeric' : undefined}
      size={numeric ? 3 : undefined}
      dir={numeric ? undefined : 'auto'}
      placeholder={placeholder}
      aria-label={label}
      aria-invalid={invalid}
      value={value}
      onChange={(event) => onChange(event.target.value.slice(0, most))}
      onBlur={onBlur}
    />
  );
}

/** A whole number in a sentence. What is none stays as typed and changes nothing: the last good one goes on counting. */
export function CountFill({
  label,
  value,
  from,
  to,
  onChange,
}: {
  label: string;
  value: number;
  from: number;
  to: number;
  onChange: (value: number) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const read = (text: string): number | null =>
    /^\d{1,6}$/.test(text.trim()) && Number(text) >= from && Number(text) <= to ? Number(text) : null;
  const wrong = typed !== null && read(typed) === null;
  function type(text: string): void {
    const number = read(text);
    setTyped(number === null ? text : null);
    if (number !== null) onChange(number);
  }
  return (
    <>
      <TextFill numeric label={label} value={typed ?? String(value)} invalid={wrong} onChange={type} />
      {wrong && (
        <span className="wrong !text-[15px]" role="alert">
          {' '}
          {say.numberFromUsedUntil(from, to, value)}
        </span>
      )}
    </>
  );
}

/** A day in a sentence. */
export const DayFill = ({ label, value, onChange, onBlur, invalid = false }: TypedProps) => (
  <input
    className="fill"
    type="date"
    aria-label={label}
    aria-invalid={invalid}
    value={value}
    onChange={(event) => onChange(event.target.value)}
    onBlur={onBlur}
  />
);

/** A choice in a sentence. */
export function ChoiceFill<T extends string>({
  label,
  value,
  choices,
  onChange,
}: {
  label: string;
  value: T;
  choices: readonly (readonly [T, string])[];
  onChange: (value: T) => void;
}) {
  return (
    <select className="fill" aria-label={label} value={value} onChange={(event) => onChange(event.target.value as T)}>
      {choices.map(([id, words]) => (
        <option key={id} value={id}>
          {words}
        </option>
      ))}
    </select>
  );
}

/** One option in use: a line of its own, removed from its own line. */
export function OptionLine({ name, onRemove, children }: { name: string; onRemove: () => void; children: ReactNode }) {
  return (
    <span className="block">
      {children}{' '}
      <button className="opt" aria-label={say.remove(name)} onClick={onRemove}>
        {say.remove2}
      </button>
    </span>
  );
}

/** The sign an amount stands after: "€". */
export const signOf = (currency: string): string =>
  new Intl.NumberFormat('en', { style: 'currency', currency, currencyDisplay: 'narrowSymbol' })
    .formatToParts(0)
    .find((p) => p.type === 'currency')?.value ?? currency;
