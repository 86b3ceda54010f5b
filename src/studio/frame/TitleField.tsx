import type { KeyboardEvent } from 'react';

interface Props {
  label: string;
  placeholder?: string;
  value: string;
  onChange: (title: string) => void;
  onKeyDown?: (event: KeyboardEvent) => void;
}

/** The title of the thing in the sheet, typed where it stands. */
export function TitleField({ label, placeholder, value, onChange, onKeyDown }: Props) {
  return (
    <input
      className="bare title-field"
      aria-label={label}
      placeholder={placeholder}
      dir="auto"
      value={value}
      onChange={(event) => onChange(event.target.value.slice(0, 200))}
      onKeyDown={onKeyDown}
    />
  );
}
