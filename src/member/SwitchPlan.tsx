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
  onAddress: (postal: Postal) => void;
}) {
  const words = useMemberWords();
  const [priceId, setPriceId] = useState(switches[0]?.priceId ?? '');
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
          </span>
        </label>
      ))}
      {chosen.lacks === null ? (
        <button className="btn btn-primary btn-touch mt-3" disabled={busy} onClick={() => onSwitch(chosen)}>
          {words.switchTo(chosen.title)}
        </button>
      ) : (
        <PostalForm
          id={`switch-${id}`}
          postal={null}
          countries={countries}
          label={words.tasks.saveAddress}
          onSend={onAddress}
        />
      )}
    </fieldset>
  );
}
