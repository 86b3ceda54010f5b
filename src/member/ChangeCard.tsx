import { type FormEvent, useState } from 'react';
import { type CardToken, tokenise } from '../ui/card';
import { CardFields, NO_CARD } from '../ui/CardFields';
import { useMemberWords } from './memberWords';

/** Whether the card can be right is the payment service's to say here. */
const NOTHING_WRONG = {};

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
  const [card, setCard] = useState(NO_CARD);
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
      <CardFields
        card={card}
        wrong={NOTHING_WRONG}
        words={words.card}
        service={service}
        samples={samples}
        onChange={setCard}
      />
      <button className="btn btn-primary btn-touch" disabled={busy}>
        {words.useCard}
      </button>
    </form>
  );
}
