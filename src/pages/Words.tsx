import type { ElementType } from 'react';

interface Props {
  value: string;
  as: ElementType;
  className?: string;
  /** What these words are, for those who cannot see where they stand: "Headline". */
  label: string;
  placeholder?: string;
  /** Null where the page is only read. */
  onChange: ((value: string) => void) | null;
}

/** Words of a page: read as they are, or edited in the very place and size they will have. */
export function Words({ value, as: Element, className = '', label, placeholder, onChange }: Props) {
  if (!onChange)
    return value.trim() === '' ? null : (
      <Element className={className} dir="auto">
        {value}
      </Element>
    );
  return (
    <Element className={className}>
      <textarea
        className="words"
        rows={1}
        dir="auto"
        aria-label={label}
        placeholder={placeholder ?? label}
        value={value}
        onChange={(event) => onChange(event.target.value)}
      />
    </Element>
  );
}
