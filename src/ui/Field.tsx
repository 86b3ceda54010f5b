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
