import { useState } from 'react';
import type { PersonId } from '#core/ids';
import { sentenceOf, useErasePersonMutation } from '../data/ownerApi';

const ERASED = {
  nothing: 'Erased. Nothing says any more whose these orders were.',
  parcel:
    'Erased, except for the address of a parcel that still has to be sent and the email address that is told about it. Both are erased automatically once the parcel has been sent or refunded.',
  refund:
    'Erased, except for the email address that is told about a refund under way. It is erased automatically once the refund has been made.',
};

/** Forgetting somebody: said first what goes and what stays, then one button. */
export function ErasePerson({ personId, who }: { personId: PersonId; who: string }) {
  const [erase, erasing] = useErasePersonMutation();
  const [said, setSaid] = useState<string | null>(null);
  return (
    <details className="sec">
      <summary className="cursor-pointer">Erase this person …</summary>
      <p className="mt-2">
        Name, address, VAT numbers and sign-ins of <bdi>{who}</bdi> go for good, here and in the mail of a test shop.
        What they bought, paid and got back stays in the history, without saying whose it was. They cannot sign in any
        more. Papers already sent, and copies you took before, still hold what they held.
      </p>
      <p className="mt-2">
        <button
          className="btn btn-quiet btn-sm text-alarm"
          disabled={erasing.isLoading}
          onClick={() =>
            void erase(personId)
              .unwrap()
              .then(
                ({ waitsFor }) => setSaid(ERASED[waitsFor ?? 'nothing']),
                (error: unknown) => setSaid(sentenceOf(error)),
              )
          }
        >
          Erase for good
        </button>
      </p>
      {said !== null && (
        <p className="mt-2" role="status">
          {said}
        </p>
      )}
    </details>
  );
}
