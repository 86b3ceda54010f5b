import { useState } from 'react';
import type { MemberAgreement, MemberTasks } from './api';
import { useMemberWords } from './memberWords';
import { PostalForm } from './PostalForm';

type Postal = NonNullable<MemberTasks['tasks'][number]['postal']>;
type Choice = MemberAgreement['switches'][number];

/**
 * Another plan: each with what is paid now and from then on, and one button that says which. Where part of it is sent by
 * post and nobody knows where to, the address is asked for in the button's place.
 */
export function SwitchPlan({
  id,
  switches,
  countries,
  busy,
  onSwitch,
  onAddress,
}: {
  id: string;
  switches: readonly Choice[];
  countries: MemberTasks['countries'];
  busy: boolean;
  onSwitch: (to: Choice) => void;
  /** @returns whether it was saved */
  onAddress: (postal: Postal) => Promise<boolean>;
}) {
  const words = useMemberWords();
  const [priceId, setPriceId] = useState(switches[0]?.priceId ?? '');
  const [changing, setChanging] = useState(false);
  const chosen = switches.find((to) => to.priceId === priceId) ?? switches[0];
  if (!chosen) return null;
  return (
    <fieldset className="message calm mt-3">
      <legend className="sr-only">{words.switchPlan}</legend>
      {switches.map((to) => (
        <label key={to.priceId} className="flex min-h-11 items-start gap-3 py-2">
          <input
            type="radio"
            className="mt-1.5 accent-ink"
            name={`switch-${id}`}
            checked={to.priceId === chosen.priceId}
            onChange={() => setPriceId(to.priceId)}
          />
          <span>
            <b className="font-semibold" dir="auto">
              {to.title}
            </b>
            <br />
            {to.leadsTo}
            {to.goesTo !== null && (
              <>
                <br />
                {words.tasks.goesTo}: <span dir="auto">{to.goesTo}</span>
              </>
            )}
          </span>
        </label>
      ))}
      {chosen.lacks === null && !changing ? (
        <p className="mt-3 flex flex-wrap gap-x-3 gap-y-2">
          <button
            className="btn btn-primary btn-touch h-auto whitespace-normal"
            disabled={busy}
            onClick={() => onSwitch(chosen)}
          >
            {words.switchTo(chosen.title)}
          </button>
          {chosen.goesTo !== null && (
            <button className="btn btn-quiet btn-touch" onClick={() => setChanging(true)}>
              {words.tasks.change}
            </button>
          )}
        </p>
      ) : (
        <PostalForm
          id={`switch-${id}`}
          postal={null}
          countries={countries}
          label={words.tasks.saveAddress}
          onSend={(postal) => void onAddress(postal).then((saved) => saved && setChanging(false))}
        />
      )}
    </fieldset>
  );
}
