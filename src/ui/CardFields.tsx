import type { Words } from '#core/words';
import { Field } from './Field';
import { SampleCards } from './SampleCards';
import { expiryOf, groupedNumber, slashedExpiry, type TypedCard } from './typedCard';

export { NO_CARD, type TypedCard } from './typedCard';

/** What is wrong with a card as typed, by field. */
export function cardProblems(
  card: TypedCard,
  { wrong }: Pick<Words['checkout'], 'wrong'>,
): Partial<Record<keyof TypedCard, string>> {
  return {
    ...(card.number.replace(/\D/g, '').length < 12 ? { number: wrong.number } : {}),
    ...(expiryOf(card.expiry) !== null ? {} : { expiry: wrong.expiry }),
    ...(/^\d{3,4}$/.test(card.code.trim()) ? {} : { code: wrong.code }),
  };
}

/** The card, which goes straight to the payment service. */
export function CardFields({
  card,
  wrong,
  words,
  service,
  samples,
  onChange,
}: {
  card: TypedCard;
  wrong: Partial<Record<string, string>>;
  words: Words['card'];
  service: string;
  /** A test shop offers sample cards. */
  samples: boolean;
  onChange: (card: TypedCard) => void;
}) {
  return (
    <fieldset className="space-y-4">
      <legend className="sr-only">{words.legend}</legend>
      <Field
        id="number"
        label={words.number}
        autoComplete="cc-number"
        inputMode="numeric"
        value={card.number}
        onChange={(number) => onChange({ ...card, number: groupedNumber(number, card.number) })}
        wrong={wrong['number']}
      />
      <div className="grid grid-cols-2 gap-4">
        <Field
          id="expiry"
          label={words.expiry}
          autoComplete="cc-exp"
          inputMode="numeric"
          value={card.expiry}
          onChange={(expiry) => onChange({ ...card, expiry: slashedExpiry(expiry, card.expiry) })}
          wrong={wrong['expiry']}
        />
        <Field
          id="code"
          label={words.code}
          autoComplete="cc-csc"
          inputMode="numeric"
          value={card.code}
          onChange={(code) => onChange({ ...card, code })}
          wrong={wrong['code']}
        />
      </div>
      {samples && <SampleCards service={service} label={words.samples} onPick={onChange} />}
    </fieldset>
  );
}
