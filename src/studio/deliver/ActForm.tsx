import { zodResolver } from '@hookform/resolvers/zod';
import { type ReactNode, useMemo } from 'react';
import { useForm } from 'react-hook-form';
import { addDays, dateIn, type Instant } from '#core/calendar';
import type { AgreementRow } from '#core/mirror';
import { formatPlain, parseAmount } from '#core/money';
import { sumsOf } from '#core/payments';
import { shortWithoutTrial } from '#core/terms';
import type { Draft } from '../data/draft';
import { type OwnerAct, sentenceOf, useActOnAgreementMutation, usePreviewActQuery } from '../data/ownerApi';
import { termsNow } from '#core/checkout';
import { isOnSale } from '#core/shop';
import { useNow } from '../data/useNow';
import { ChoiceFill, DayFill, MoneyFill, TextFill } from '../price/Fill';
import { countryChoices } from '../shop/choices';
import { actForm, type ActFields } from './actFields';

type Kind = OwnerAct['act'];

/** On the button that does it. */
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

interface Props {
  kind: Kind;
  draft: Draft;
  row: AgreementRow;
  /** What the shop said when it was done. */
  onDone: (sentence: string) => void;
}

/** One act: a sentence to choose in, what it leads to, and the button. */
export function ActForm({ kind, draft, row, onDone }: Props) {
  const { agreement: a } = row;
  const { tax, locale, zone } = draft.live?.content.shop ?? draft.content.shop;
  const now = useNow();
  const today = dateIn(now, zone);
  const choices = subscriptionsToSwitchTo(draft, row, now);
  const schema = useMemo(() => actForm(kind, a.currency), [kind, a.currency]);
  const form = useForm<ActFields, unknown, OwnerAct>({
    resolver: zodResolver(schema),
    defaultValues: {
      open: false,
      day: addDays(today, 31),
      stops: 'end',
      keepAccess: true,
      dueDay: '1',
      target: choices[0]?.[0] ?? '',
      whole: false,
      amount: formatPlain(a.payments.length > 0 ? sumsOf(a.payments.slice(-1)).paid : row.first.paid, a.currency),
      ends: false,
      reason: '',
      country: a.buyer?.country ?? tax?.home ?? '',
      vatNumber: '',
    },
  });
  const [send, sending] = useActOnAgreementMutation();
  const fields = form.watch();
  const act = schema.safeParse(fields).data ?? null;
  const preview = usePreviewActQuery({ id: a.id, act: act! }, { skip: act === null, refetchOnMountOrArgChange: true });
  const field = <K extends keyof ActFields>(
    name: K,
  ): { value: ActFields[K]; onChange: (value: ActFields[K]) => void } => ({
    value: fields[name],
    // The name is one of the form's own, and the value of its kind; the library's types cannot follow a free name.
    onChange: (value) => form.setValue(name, value as never),
  });
  const either = (name: 'open' | 'whole' | 'ends', label: string, words: [string, string]): ReactNode => (
    <Toggle label={label} words={words} on={fields[name]} onChange={field(name).onChange} />
  );

  const sentences: Record<Kind, () => ReactNode> = {
    pause: () => (
      <>
        Pause {either('open', 'Until when', ['until a day', 'until taken up again'])}
        {!fields.open && (
          <>
            : <DayFill label="The pause ends on" {...field('day')} />
          </>
        )}
        .
      </>
    ),
    return: () => (
      <>
        Take up again {either('open', 'When to come back', ['on a day', 'now'])}
        {!fields.open && (
          <>
            : <DayFill label="The day of return" {...field('day')} />
          </>
        )}
        .
      </>
    ),
    cancel: () => (
      <>
        Stop it{' '}
        <ChoiceFill
          label="When it stops"
          choices={[
            ['end', 'at the end of what is paid'],
            ['now', 'now'],
            ['back', 'now, and give back the unused days'],
          ]}
          {...field('stops')}
        />
        .
      </>
    ),
    keep: () => 'Go on as if it had not been stopped.',
    retry: () => 'Try the card that is kept, once more, for all that is owed.',
    switch: () =>
      choices.length === 0 ? (
        `There is no other subscription in ${a.currency} to switch to.`
      ) : (
        <>
          Switch to <ChoiceFill label="What to switch to" choices={choices} {...field('target')} />.
        </>
      ),
    'stop-plan': () => (
      <>
        End the plan and{' '}
        <Toggle
          label="What happens to access"
          on={!fields.keepAccess}
          words={['let the rest go: access stays', 'close access now']}
          onChange={(close) => field('keepAccess').onChange(!close)}
        />
        .
      </>
    ),
    'move-due-day': () => (
      <>
        From now on payments are due on day <TextFill numeric label="Day of the month" {...field('dueDay')} /> of the
        month; the next one moves later to the first such day.
      </>
    ),
    move: () => (
      <>
        From the next payment the buyer is in{' '}
        <ChoiceFill label="The buyer’s country" choices={countryChoices(tax, locale)} {...field('country')} />, with the
        VAT number <TextFill label="The buyer’s VAT number" placeholder="none" {...field('vatNumber')} />.
      </>
    ),
    refund: () => (
      <>
        Give back {either('whole', 'How much', ['an amount', 'everything that was paid'])}
        {!fields.whole && (
          <>
            :{' '}
            <MoneyFill
              label="Amount to give back"
              currency={a.currency}
              invalid={!parseAmount(fields.amount, a.currency).ok}
              {...field('amount')}
            />
            , and {either('ends', 'Whether it ends too', ['let it go on', 'end it too'])}
          </>
        )}
        . Reason: <TextFill label="Reason" placeholder="for yourself" {...field('reason')} />
      </>
    ),
  };

  const doIt = form.handleSubmit((wanted) =>
    send({ id: a.id, act: wanted })
      .unwrap()
      .then(
        ({ sentence }) => onDone(sentence),
        (error: unknown) => form.setError('root', { message: sentenceOf(error) }),
      ),
  );
  const said = act !== null && preview.isSuccess && !preview.isFetching ? preview.data.leadsTo : null;
  return (
    <form
      noValidate
      className="mt-3 border-l-[3px] border-ink pl-3"
      onSubmit={(event) => {
        // Enter before the sentence is answered does nothing: nothing is done that was not first said.
        if (said === null) event.preventDefault();
        else void doIt(event);
      }}
    >
      <p className="sentence !text-base">{sentences[kind]()}</p>
      {/* What it leads to is said by the shop, from the very facts it would record. */}
      {act && !preview.isFetching && preview.error && (
        <p className="wrong mt-1" role="alert">
          {sentenceOf(preview.error)}
        </p>
      )}
      {said !== null && (
        <>
          <ul className="mt-2" data-testid="leads-to">
            {said.map((line, i) => (
              <li key={i} className="mt-1">
                {line}
              </li>
            ))}
          </ul>
          {form.formState.errors.root && (
            <p className="wrong" role="alert">
              {form.formState.errors.root.message}
            </p>
          )}
          <button className="btn btn-primary mt-3" disabled={sending.isLoading}>
            {NAMES[kind]}
          </button>
        </>
      )}
    </form>
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

function subscriptionsToSwitchTo(
  draft: Draft,
  { agreement: a }: AgreementRow,
  now: Instant,
): (readonly [string, string])[] {
  const { locale, zone } = draft.content.shop;
  return (draft.live?.content.offers ?? [])
    .filter((o) => o.currency === a.currency)
    .flatMap((o) =>
      o.prices
        .filter((p) => p.terms.kind === 'subscription' && p.id !== a.priceId)
        .map((p) => {
          // How many are sold is the shop's to say: what it is switched to and for how much stands in its answer.
          const open = isOnSale(o, p, { now, zone, sold: 0 }) && p.limit.inAll === null;
          const terms = termsNow(p, { startedAt: now, sold: 0 }, zone);
          const amount = p.rise?.every.by === 'sales' ? 'rising' : shortWithoutTrial(terms, o.currency, locale);
          const name = `${o.title}${p.name ? `, ${p.name}` : ''}, ${amount}`;
          const why = isOnSale(o, p, { now, zone, sold: 0 }) ? '' : ', not on sale now';
          return [`${o.id}/${p.id}${open ? '' : '/off'}`, `${name}${why}`] as const;
        }),
    );
}
