interface Props {
  id: string;
  label: string;
  value: string;
  onChange: (value: string) => void;
  wrong: string | undefined;
  type?: string;
  autoComplete: string;
  inputMode?: 'numeric';
}

/** What was said to be wrong and still is: a line goes as soon as its field is right. */
export const stillWrong = <V,>(said: Record<string, V>, now: Record<string, unknown>): Record<string, V> =>
  Object.fromEntries(Object.entries(said).filter(([id]) => now[id] !== undefined));

/** A labelled field with what is wrong said under it and read with it. */
export function Field({ id, label, value, onChange, wrong, type = 'text', autoComplete, inputMode }: Props) {
  return (
    <div className="co-field">
      <label htmlFor={id}>{label}</label>
      <input
        id={id}
        name={id}
        type={type}
        autoComplete={autoComplete}
        inputMode={inputMode}
        value={value}
        maxLength={300}
        onChange={(event) => onChange(event.target.value)}
        aria-invalid={wrong !== undefined}
        aria-describedby={wrong === undefined ? undefined : `${id}-why`}
      />
      {wrong !== undefined && (
        <p className="why" id={`${id}-why`}>
          {wrong}
        </p>
      )}
    </div>
  );
}
