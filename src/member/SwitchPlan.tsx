import { useState } from 'react';
import type { MemberAgreement } from './api';
import { useMemberWords } from './memberWords';

type Choice = MemberAgreement['switches'][number];

/** Another plan: each with what is paid now and from then on, and one button that says which. */
export function SwitchPlan({
  id,
  switches,
  busy,
  onSwitch,
}: {
  id: string;
  switches: readonly Choice[];
  busy: boolean;
  onSwitch: (to: Choice) => void;
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
      <button className="btn btn-primary btn-touch mt-3" disabled={busy} onClick={() => onSwitch(chosen)}>
        {words.switchTo(chosen.title)}
      </button>
    </fieldset>
  );
}
