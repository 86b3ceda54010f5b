import { useState } from 'react';
import { type AgreementAct, whyNotAct } from '#core/agreements';
import type { AgreementRow } from '#core/mirror';
import type { Draft } from '../data/draft';
import type { OwnerAct } from '../data/ownerApi';
import { useNow } from '../data/useNow';
import { useMay } from '../frame/May';
import { ActForm } from './ActForm';
import { deliverWords } from '#say/deliver';
const say = deliverWords.agreementActs;

type Kind = OwnerAct['act'];

/** What can be done to a payment plan or subscription. Each opens under its name, says what it leads to, then one button does it. */
export function AgreementActs({ draft, row }: { draft: Draft; row: AgreementRow }) {
  const { agreement: a } = row;
  const [open, setOpen] = useState<Kind | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const now = useNow();
  const { tax } = draft.live?.content.shop ?? draft.content.shop;
  const taxed = tax !== null && tax.how !== 'none';
  const can = (act: AgreementAct): boolean => whyNotAct(a, act, now) === null;
  const may = useMay();
  const kinds: [Kind, string, boolean][] = [
    ['retry', say.chargeCardAgain, can('retry')],
    ['pause', say.pause, can('pause')],
    ['return', say.resume, can('return')],
    ['keep', say.undoCancellation, can('keep')],
    ['cancel', say.cancel, can('cancel')],
    ['stop-plan', say.endPlan, can('stop-plan') && a.status !== 'in-trial'],
    ['switch', say.switch, can('switch')],
    ['move-due-day', say.changeDueDay, can('move-due-day')],
    ['move', say.changeCountry, can('move') && taxed],
    ['refund', say.refund, row.paid > 0 && may('give-back')],
  ];
  const shown = may('answer') ? kinds.filter(([, , on]) => on) : [];
  if (shown.length === 0 && said === null) return null;
  return (
    <div className="sec">
      <h3>{say.actions}</h3>
      <p className="mt-1 flex flex-wrap gap-x-3 gap-y-1.5">
        {shown.map(([kind, label]) => (
          <button
            key={kind}
            className="btn btn-quiet btn-sm"
            aria-expanded={open === kind}
            onClick={() => setOpen(open === kind ? null : kind)}
          >
            {label}
          </button>
        ))}
      </p>
      {said !== null && (
        <p className="mt-2" role="status">
          {said}
        </p>
      )}
      {open !== null && shown.some(([kind]) => kind === open) && (
        <ActForm
          key={open}
          kind={open}
          draft={draft}
          row={row}
          onDone={(sentence) => {
            setSaid(sentence);
            setOpen(null);
          }}
        />
      )}
    </div>
  );
}
