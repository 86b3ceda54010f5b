import { type ReactNode, useState } from 'react';
import { type AgreementAct, whyNotAct } from '#core/agreements';
import type { AgreementRow } from '#core/mirror';
import { addDays, dateIn } from '#core/calendar';
import { formatPlain, parseAmount } from '#core/money';
import { shortTerms } from '#core/terms';
import type { Draft } from '../data/draft';
import { type OwnerAct, sentenceOf, useActOnAgreementMutation, usePreviewActQuery } from '../data/ownerApi';
import { useNow } from '../data/useNow';
import { countryChoices } from '../shop/choices';
import { ChoiceFill, DayFill, MoneyFill, TextFill } from '../price/Fill';

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
  const kinds: [Kind, string, boolean][] = [
    ['retry', 'Try the card again', can('retry')],
    ['pause', 'Pause', can('pause')],
    ['return', 'Take up again', can('return')],
    ['keep', 'Take the stop back', can('keep')],
    ['cancel', 'Stop', can('cancel')],
    ['stop-plan', 'End the plan', can('stop-plan') && a.status !== 'in-trial'],
    ['switch', 'Switch', can('switch')],
    ['move-due-day', 'Change the due day', can('move-due-day')],
    ['move', 'Change the country', can('move') && taxed],
    ['refund', 'Give money back', row.paid > 0],
  ];
  const shown = kinds.filter(([, , on]) => on);
  if (shown.length === 0 && said === null) return null;
  return (
    <div className="sec">
      <h3>What you can do</h3>
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

function ActForm({
  kind,
  draft,
  row,
  onDone,
}: {
  kind: Kind;
  draft: Draft;
  row: AgreementRow;
  onDone: (sentence: string) => void;
}) {
  const { agreement: a } = row;
  const { zone } = draft.content.shop;
  const tomorrow = addDays(dateIn(useNow(), zone), 1);
  const [day, setDay] = useState(addDays(tomorrow, 30));
  const [open, setOpen] = useState(false);
  const [when, setWhen] = useState<'end' | 'now' | 'back'>('end');
  const [keepAccess, setKeepAccess] = useState(true);
  const [dueDay, setDueDay] = useState('1');
  const choices = subscriptionsToSwitchTo(draft, row);
  const [target, setTarget] = useState(choices[0]?.[0] ?? '');
  const [amount, setAmount] = useState(formatPlain(a.payments.at(-1)?.amount ?? row.first.paid, a.currency));
  const [ends, setEnds] = useState(false);
  const [whole, setWhole] = useState(false);
  const [reason, setReason] = useState('');
  const { tax, locale } = draft.live?.content.shop ?? draft.content.shop;
  const [country, setCountry] = useState(a.buyer?.country ?? tax?.home ?? '');
  const [vatNumber, setVatNumber] = useState('');
  const parsed = parseAmount(amount, a.currency);

  const act = ((): OwnerAct | null => {
    switch (kind) {
      case 'pause':
        return open ? { act: 'pause', until: null } : day > '' ? { act: 'pause', until: day } : null;
      case 'return':
        return open ? { act: 'return', on: null } : day > '' ? { act: 'return', on: day } : null;
      case 'cancel':
        return { act: 'cancel', when: when === 'end' ? 'end' : 'now', giveBack: when === 'back' };
      case 'switch': {
        const [offerId, priceId] = target.split('/');
        return offerId && priceId ? { act: 'switch', offerId, priceId } : null;
      }
      case 'stop-plan':
        return { act: 'stop-plan', keepAccess };
      case 'move-due-day':
        return /^([1-9]|[12]\d|3[01])$/.test(dueDay.trim())
          ? { act: 'move-due-day', of: 'month', day: Number(dueDay) }
          : null;
      case 'refund':
        return whole
          ? { act: 'refund', amount: null, ends: true, reason }
          : parsed.ok && parsed.minor > 0
            ? { act: 'refund', amount: parsed.minor, ends, reason }
            : null;
      case 'move':
        return { act: 'move', country, vatNumber };
      case 'keep':
      case 'retry':
        return { act: kind };
    }
  })();
  const sentences: Record<Kind, ReactNode> = {
    pause: (
      <>
        Pause <Toggle label="Until when" on={open} words={['until a day', 'until taken up again']} onChange={setOpen} />
        {!open && (
          <>
            : <DayFill label="The pause ends on" value={day} onChange={setDay} />
          </>
        )}
        .
      </>
    ),
    return: (
      <>
        Take up again <Toggle label="When to come back" on={open} words={['on a day', 'now']} onChange={setOpen} />
        {!open && (
          <>
            : <DayFill label="The day of return" value={day} onChange={setDay} />
          </>
        )}
        .
      </>
    ),
    cancel: (
      <>
        Stop it{' '}
        <ChoiceFill
          label="When it stops"
          value={when}
          choices={[
            ['end', 'at the end of what is paid'],
            ['now', 'now'],
            ['back', 'now, and give back the unused days'],
          ]}
          onChange={setWhen}
        />
        .
      </>
    ),
    keep: <>Go on as if it had not been stopped.</>,
    retry: <>Try the card that is kept, once more, for all that is owed.</>,
    switch:
      choices.length === 0 ? (
        <>There is no other subscription in {a.currency} to switch to.</>
      ) : (
        <>
          Switch to <ChoiceFill label="What to switch to" value={target} choices={choices} onChange={setTarget} />.
        </>
      ),
    'stop-plan': (
      <>
        End the plan and{' '}
        <Toggle
          label="What happens to access"
          on={!keepAccess}
          words={['let the rest go: access stays', 'close access now']}
          onChange={(close) => setKeepAccess(!close)}
        />
        .
      </>
    ),
    'move-due-day': (
      <>
        From now on payments are due on day{' '}
        <TextFill numeric label="Day of the month" value={dueDay} onChange={setDueDay} /> of the month; the next one
        moves later to the first such day.
      </>
    ),
    move: (
      <>
        From the next payment the buyer is in{' '}
        <ChoiceFill
          label="The buyer’s country"
          value={country}
          choices={countryChoices(tax, locale)}
          onChange={setCountry}
        />
        , with the VAT number{' '}
        <TextFill label="The buyer’s VAT number" placeholder="none" value={vatNumber} onChange={setVatNumber} />.
      </>
    ),
    refund: (
      <>
        Give back{' '}
        <Toggle label="How much" on={whole} words={['an amount', 'everything that was paid']} onChange={setWhole} />
        {!whole && (
          <>
            :{' '}
            <MoneyFill
              label="Amount to give back"
              currency={a.currency}
              value={amount}
              invalid={!parsed.ok}
              onChange={setAmount}
            />
            , and{' '}
            <Toggle label="Whether it ends too" on={ends} words={['let it go on', 'end it too']} onChange={setEnds} />
          </>
        )}
        . Reason: <TextFill label="Reason" placeholder="for yourself" value={reason} onChange={setReason} />
      </>
    ),
  };
  return (
    <div className="mt-3 border-l-[3px] border-ink pl-3">
      <p className="sentence !text-base">{sentences[kind]}</p>
      {act && <Consequences agreementId={a.id} act={act} onDone={onDone} />}
    </div>
  );
}

const NAMES: Record<Kind, string> = {
  pause: 'Pause payments',
  return: 'Take it up again',
  cancel: 'Stop it',
  keep: 'Take the stop back',
  retry: 'Try the card again',
  switch: 'Switch it',
  'stop-plan': 'End the plan',
  'move-due-day': 'Change the due day',
  move: 'Change the country',
  refund: 'Give the money back',
};

/** What the act leads to, said by the shop from the very facts it would record; then the button. */
function Consequences({
  agreementId,
  act,
  onDone,
}: {
  agreementId: string;
  act: OwnerAct;
  onDone: (sentence: string) => void;
}) {
  const preview = usePreviewActQuery({ id: agreementId, act }, { refetchOnMountOrArgChange: true });
  const [send, sending] = useActOnAgreementMutation();
  const [problem, setProblem] = useState<string | null>(null);
  if (preview.isFetching) return null;
  if (preview.error)
    return (
      <p className="wrong mt-1" role="alert">
        {sentenceOf(preview.error)}
      </p>
    );
  return (
    <>
      <ul className="mt-2" data-testid="leads-to">
        {preview.data?.leadsTo.map((line, i) => (
          <li key={i} className="mt-1">
            {line}
          </li>
        ))}
      </ul>
      {problem !== null && (
        <p className="wrong" role="alert">
          {problem}
        </p>
      )}
      <button
        className="btn btn-primary mt-3"
        disabled={sending.isLoading}
        onClick={() =>
          void send({ id: agreementId, act })
            .unwrap()
            .then(
              ({ sentence }) => onDone(sentence),
              (error: unknown) => setProblem(sentenceOf(error)),
            )
        }
      >
        {NAMES[act.act]}
      </button>
    </>
  );
}

function Toggle({
  label,
  on,
  words,
  onChange,
}: {
  label: string;
  on: boolean;
  words: [string, string];
  onChange: (on: boolean) => void;
}) {
  return (
    <ChoiceFill
      label={label}
      value={on ? 'b' : 'a'}
      choices={[
        ['a', words[0]],
        ['b', words[1]],
      ]}
      onChange={(v) => onChange(v === 'b')}
    />
  );
}

function subscriptionsToSwitchTo(draft: Draft, { agreement: a }: AgreementRow): (readonly [string, string])[] {
  const { locale } = draft.content.shop;
  return (draft.live?.content.offers ?? [])
    .filter((o) => o.currency === a.currency)
    .flatMap((o) =>
      o.prices
        .filter((p) => p.terms.kind === 'subscription' && p.id !== a.priceId)
        .map(
          (p) =>
            [
              `${o.id}/${p.id}`,
              `${o.title}${p.name ? `, ${p.name}` : ''}, ${shortTerms(p.terms, o.currency, locale)}`,
            ] as const,
        ),
    );
}
