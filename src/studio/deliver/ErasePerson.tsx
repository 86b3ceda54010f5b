import { useState } from 'react';
import type { PersonId } from '#core/ids';
import { sentenceOf, useErasePersonMutation } from '../data/ownerApi';
import { deliverWords } from '#say/deliver';
const say = deliverWords.erasePerson;

const ERASED = {
  nothing: say.erasedNothingShowsAny,
  parcel: say.erasedExceptAddressParcel,
  refund: say.erasedExceptEmailAddress,
};

/** Forgetting somebody: said first what goes and what stays, then one button. */
export function ErasePerson({ personId, who }: { personId: PersonId; who: string }) {
  const [erase, erasing] = useErasePersonMutation();
  const [said, setSaid] = useState<string | null>(null);
  return (
    <details className="sec">
      <summary className="cursor-pointer">{say.erasePerson}</summary>
      <p className="mt-2">
        {say.nameAddressVatNumbers} <bdi>{who}</bdi> {say.permanentlyErasedHereEmails}
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
          {say.erasePermanently}
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
