import { Fragment } from 'react';
import { OptionLine } from './Fill';
import { BEGINNINGS, type OptionParts, OPTIONS, type PriceOption } from './options';
import { priceWords } from '#say/price';
const say = priceWords.priceOptions;

/** Every option in use, one below another in a fixed order. */
export function OptionLines({ options, parts }: { options: readonly PriceOption[]; parts: OptionParts }) {
  return options.map((option) => {
    const line = option.line(parts);
    return (
      <Fragment key={option.name}>
        {line !== false && (
          <OptionLine name={option.name} onRemove={() => parts.edit(option.remove)}>
            {line}
          </OptionLine>
        )}
      </Fragment>
    );
  });
}

/** Options not in use, in one line; never said as "no …". */
export function AddOptions(parts: OptionParts) {
  const { name, price, edit } = parts;
  const shown = [...BEGINNINGS, ...OPTIONS].filter(
    (option) => option.fits(price) && option.of(price) === null && (option.offered?.(parts) ?? true),
  );
  if (shown.length === 0) return null;
  return (
    <p className="cap">
      {say.add}{' '}
      {shown.map(({ name: own, addName = own, add }, i) => (
        <span key={own}>
          {i > 0 && ' · '}
          <button className="opt" aria-label={say.add2(name, addName)} onClick={() => edit(add)}>
            {addName}
          </button>
        </span>
      ))}
    </p>
  );
}
