import { type FormEvent, useState } from 'react';
import { type CardToken, tokenise } from '../ui/card';
import { Field } from '../ui/Field';
import { useMemberWords } from './memberWords';
import { SampleCards } from '../ui/SampleCards';

/** Another card: its number goes straight to the payment service, and only a token comes here. */
export function ChangeCard({
  service,
  samples,
  busy,
  onCard,
}: {
  service: string;
  samples: boolean;
  busy: boolean;
  onCard: (card: CardToken) => void;
}) {
  const words = useMemberWords();
  const [card, setCard] = useState({ number: '', expiry: '', code: '' });
  const [problem, setProblem] = useState<string | null>(null);
  async function submit(event: FormEvent): Promise<void> {
    event.preventDefault();
    const token = await tokenise(service, card, words.card);
    if ('problem' in token) setProblem(token.problem);
    else onCard(token);
  }
  return (
    <form noValidate onSubmit={(event) => void submit(event)} className="mt-3 space-y-4">
      {problem !== null && (
        <p className="message alarm" role="alert">
          {problem}
        </p>
      )}
      <Field
        id="number"
        label={words.card.number}
        autoComplete="cc-number"
        inputMode="numeric"
        value={card.number}
        onChange={(number) => setCard({ ...card, number })}
        wrong={undefined}
      />
      <div className="grid grid-cols-2 gap-4">
        <Field
          id="expiry"
          label={words.card.expiry}
          autoComplete="cc-exp"
          inputMode="numeric"
          value={card.expiry}
          onChange={(expiry) => setCard({ ...card, expiry })}
          wrong={undefined}
        />
        <Field
          id="code"
          label={words.card.code}
          autoComplete="cc-csc"
          inputMode="numeric"
          value={card.code}
          onChange={(code) => setCard({ ...card, code })}
          wrong={undefined}
        />
      </div>
      {samples && <SampleCards label={words.card.samples} service={service} onPick={setCard} />}
      <button className="btn btn-primary btn-touch" disabled={busy}>
        {words.useCard}
      </button>
    </form>
  );
}
