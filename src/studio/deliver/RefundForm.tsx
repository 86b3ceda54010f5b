import { zodResolver } from '@hookform/resolvers/zod';
import { useMemo, useState } from 'react';
import { useForm } from 'react-hook-form';
import * as z from 'zod';
import { quantityOf } from '#core/checkout';
import type { OrderRow, RefundRow } from '#core/mirror';
import { formatAmount, formatPlain, parseAmount } from '#core/money';
import { boughtBy, leftOf, lineBought, unitsLeft, unitsWorth } from '#core/payments';
import type { LineId, OrderId, PassId } from '#core/ids';
import { type RefundRequest, sentenceOf, usePreviewRefundQuery, useRefundMutation } from '../data/ownerApi';

/** An amount of money as it is typed, read in whole minor units of `currency`. */
const typedAmount = (currency: string) =>
  z.string().transform((text, issues) => {
    const amount = parseAmount(text, currency);
    if (amount.ok) return amount.minor;
    issues.addIssue({ code: 'custom', message: amount.problem });
    return z.NEVER;
  });

/** How many of several units go back; nothing typed names none. */
const typedUnits = z.string().transform((text, issues) => {
  if (text.trim() === '') return undefined;
  if (/^[1-9]\d{0,5}$/.test(text.trim())) return Number(text);
  issues.addIssue({ code: 'custom', message: 'How many of them go back? Write a whole number, or nothing.' });
  return z.NEVER;
});

const refundForm = (orderId: OrderId, currency: string) =>
  z
    .object({
      lines: z.array(z.object({ lineId: z.string(), amount: typedAmount(currency), units: typedUnits })),
      reason: z.string(),
    })
    .transform(({ lines, reason }) => ({ orderId, shares: lines, reason }));
type RefundFields = z.input<ReturnType<typeof refundForm>>;

interface Refundable {
  lineId: LineId;
  title: string;
  /** Minor units. */
  left: number;
  /** Units that are left, of a line that was taken several times. */
  units: number | null;
}

/** What of each line can still be given back; what its payment has in dispute can not. */
const refundable = (order: OrderRow, refunds: readonly RefundRow[]): Refundable[] =>
  order.lines.flatMap((line) => {
    const { lineId, title } = line;
    const units = quantityOf(line) > 1 ? unitsLeft(line, refunds) : null;
    const left = leftOf(lineBought(order, lineId));
    const disputed = (boughtBy(order, lineId)?.openDisputes.length ?? 0) > 0;
    return left > 0 && !disputed ? [{ lineId, title, left, units }] : [];
  });

/** Everything that can still be given back, until less is typed. */
const fieldsOf = (order: OrderRow, refunds: readonly RefundRow[]): RefundFields => ({
  lines: refundable(order, refunds).map(({ lineId, left, units }) => ({
    lineId,
    amount: formatPlain(left, order.currency),
    units: units === null || units === 0 ? '' : String(units),
  })),
  reason: '',
});

/** Giving money back, whole or in part. First it says what closes; then one button names it all. */
export function RefundForm({
  order,
  refunds,
  titleOfPass,
  locale,
}: {
  order: OrderRow;
  refunds: readonly RefundRow[];
  titleOfPass: (passId: PassId) => string;
  locale: string;
}) {
  const [open, setOpen] = useState(false);
  const [said, setSaid] = useState<string | null>(null);
  const [refund, asking] = useRefundMutation();
  const lines = refundable(order, refunds);
  const schema = useMemo(() => refundForm(order.id, order.currency), [order.id, order.currency]);
  const form = useForm<RefundFields, unknown, RefundRequest>({
    resolver: zodResolver(schema),
    defaultValues: fieldsOf(order, refunds),
  });
  const fields = form.watch();
  const read = schema.safeParse(fields);
  const problem = read.success ? null : (read.error.issues[0]?.message ?? null);
  const { shares } = read.data ?? { shares: [] };
  const preview = usePreviewRefundQuery(
    { orderId: order.id, shares },
    { skip: !open || !read.success, refetchOnMountOrArgChange: true },
  );
  if (lines.length === 0)
    return said === null ? null : (
      <p className="sec" role="status">
        {said}
      </p>
    );

  async function give(wanted: RefundRequest): Promise<void> {
    const result = await refund(wanted);
    if (result.error) setSaid(sentenceOf(result.error));
    else if (result.data.status === 'paid') setSaid('The money is on its way back.');
    else if (result.data.status === 'refused')
      setSaid(`Not given back: ${result.data.reason ?? 'the payment service refused'} Nothing was closed.`);
    else setSaid('Not known yet whether it went through. It is being asked for, and stands here when it is known.');
    setOpen(false);
  }

  const money = (amount: number): string => formatAmount(amount, order.currency, locale);
  const closes = preview.data?.closes ?? [];
  const ready = preview.data !== undefined && read.success && !asking.isLoading && !preview.isFetching;
  return (
    <div className="sec">
      {said !== null && (
        <p className="mb-3" role="status">
          {said}
        </p>
      )}
      {!open ? (
        <button
          className="btn btn-quiet"
          onClick={() => {
            // What can be given back may have changed since it was open before.
            form.reset(fieldsOf(order, refunds));
            setOpen(true);
            setSaid(null);
          }}
        >
          Give money back …
        </button>
      ) : (
        <form
          noValidate
          onSubmit={(event) => {
            // Enter before the sentence is answered does nothing: nothing is given back that was not first said.
            if (ready) void form.handleSubmit(give)(event);
            else event.preventDefault();
          }}
        >
          <h3>Give money back</h3>
          {lines.map((line, i) => (
            <p key={line.lineId} className="sentence">
              <span dir="auto">{line.title}</span>:{' '}
              {line.units !== null && line.units > 0 && (
                <>
                  <input
                    className="fill"
                    inputMode="numeric"
                    size={3}
                    aria-label={`How many of ${line.title} go back`}
                    maxLength={6}
                    {...form.register(`lines.${i}.units`, {
                      // So many of them are so much of the money, until another amount is typed.
                      onChange: (event: { target: { value: string } }) => {
                        const units = Number(event.target.value);
                        if (Number.isSafeInteger(units) && units > 0 && units <= (line.units ?? 0))
                          form.setValue(
                            `lines.${i}.amount`,
                            formatPlain(unitsWorth(line.left, units, line.units ?? 1), order.currency),
                          );
                      },
                    })}
                  />{' '}
                  of {line.units},{' '}
                </>
              )}
              <input
                className="fill money"
                inputMode="decimal"
                aria-label={`Amount to give back for ${line.title}`}
                maxLength={30}
                {...form.register(`lines.${i}.amount`)}
              />{' '}
              of {money(line.left)}
            </p>
          ))}
          <input
            className="bare w-full"
            aria-label="Reason, for yourself"
            placeholder="Reason, for yourself"
            maxLength={500}
            {...form.register('reason')}
          />
          <p className="mt-2" role="status">
            {problem ??
              (preview.error
                ? sentenceOf(preview.error)
                : preview.data
                  ? closes.length === 0
                    ? 'Nothing closes: part of the price stays paid.'
                    : `Closes now: ${closes.map(titleOfPass).join(', ')}. No later payments exist.${sessionsSaid(preview.data.sessions)}`
                  : '')}
          </p>
          <div className="mt-3 flex flex-wrap gap-3">
            <button className="btn btn-primary h-auto min-h-9 py-1" disabled={!ready}>
              {preview.data
                ? `Refund ${money(preview.data.amount)}${closes.length > 0 ? ` and close ${closes.length === 1 ? '1 access' : `${closes.length} accesses`}` : ''}`
                : 'Refund'}
            </button>
            <button type="button" className="btn btn-quiet" onClick={() => setOpen(false)}>
              Leave it
            </button>
          </div>
        </form>
      )}
    </div>
  );
}

const sessionsSaid = (n: number): string =>
  n === 0 ? '' : n === 1 ? ' 1 booked session falls away.' : ` ${n} booked sessions fall away.`;
