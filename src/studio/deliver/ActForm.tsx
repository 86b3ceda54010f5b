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
import { deliverWords } from '#say/deliver';
const words = deliverWords.actForm;

type Kind = OwnerAct['act'];

/** On the button that does it. */
const NAMES: Record<Kind, string> = {
  pause: words.pausePayments,
  return: words.resume,
  cancel: words.cancel,
  keep: words.undoCancellation,
  retry: words.chargeCardAgain,
  switch: words.switchPlan,
  'stop-plan': words.endThePlan,
  'move-due-day': words.changeDueDay,
  move: words.changeCountry,
  refund: words.refund,
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
        {words.pause} {either('open', words.howLongPauses, [words.untilDate, words.untilYouResume])}
        {!fields.open && (
          <>
            : <DayFill label={words.pauseEnds} {...field('day')} />
          </>
        )}
        .
      </>
    ),
    return: () => (
      <>
        {words.resume} {either('open', words.whenResume, [words.onADate, 'now'])}
        {!fields.open && (
          <>
            : <DayFill label={words.dateResumes} {...field('day')} />
          </>
        )}
        .
      </>
    ),
    cancel: () => (
      <>
        {words.cancel}{' '}
        <ChoiceFill
          label={words.whenEnds}
          choices={[
            ['end', words.endPaidPeriod],
            ['now', words.justNow],
            ['back', words.nowRefundUnusedDays],
          ]}
          {...field('stops')}
        />
        .
      </>
    ),
    keep: () => words.continueAsIfHad,
    retry: () => words.chargeSavedCardOnce,
    switch: () =>
      choices.length === 0 ? (
        words.thereNoOtherSubscription(a.currency)
      ) : (
        <>
          {words.switchTo} <ChoiceFill label={words.whatSwitch} choices={choices} {...field('target')} />.
        </>
      ),
    'stop-plan': () => (
      <>
        {words.endPlan}{' '}
        <Toggle
          label={words.whatHappensAccess}
          on={!fields.keepAccess}
          words={[words.waiveRemainingPaymentsKeep, words.closeAccessNow]}
          onChange={(close) => field('keepAccess').onChange(!close)}
        />
        .
      </>
    ),
    'move-due-day': () => (
      <>
        {words.fromNowPaymentsDue} <TextFill numeric label={words.dayMonth} {...field('dueDay')} />{' '}
        {words.monthNextOneMoves}
      </>
    ),
    move: () => (
      <>
        {words.fromNextPaymentBuyer}{' '}
        <ChoiceFill label={words.buyerSCountry} choices={countryChoices(tax, locale)} {...field('country')} />
        {words.vatNumber} <TextFill label={words.buyerSVatNumber} placeholder={words.none} {...field('vatNumber')} />.
      </>
    ),
    refund: () => (
      <>
        {words.refundOf} {either('whole', words.howMuch, [words.anAmount, words.everythingWasPaid])}
        {!fields.whole && (
          <>
            :{' '}
            <MoneyFill
              label={words.amountRefund}
              currency={a.currency}
              invalid={!parseAmount(fields.amount, a.currency).ok}
              {...field('amount')}
            />
            {words.and} {either('ends', words.whetherEndsToo, [words.keepRunning, words.endToo])}
          </>
        )}
        {words.reason} <TextFill label={words.reason2} placeholder={words.yourNotes} {...field('reason')} />
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
          const why = isOnSale(o, p, { now, zone, sold: 0 }) ? '' : words.notSaleNow;
          return [`${o.id}/${p.id}${open ? '' : '/off'}`, `${name}${why}`] as const;
        }),
    );
}
