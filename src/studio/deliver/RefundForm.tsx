import { zodResolver } from '@hookform/resolvers/zod';
import { useMemo, useState } from 'react';
import { useForm } from 'react-hook-form';
import * as z from 'zod';
import { quantityOf } from '#core/checkout';
import type { OrderRow, RefundRow } from '#core/mirror';
import { formatAmount, formatPlain, parseAmount } from '#core/money';
import { isLasting } from '#core/terms';
import { leftOf, lineBought, unitsLeft, unitsWorth } from '#core/payments';
import type { LineId, OrderId, PassId } from '#core/ids';
import {
  type RefundRequest,
  sentenceOf,
  usePreviewRefundQuery,
  useRefundLeftQuery,
  useRefundMutation,
} from '../data/ownerApi';
import { deliverWords } from '#say/deliver';
const say = deliverWords.refundForm;

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
  issues.addIssue({ code: 'custom', message: say.howManyUnitsDo });
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

/** What of each line can still be given back, as the shop says. */
const refundable = (
  order: OrderRow,
  refunds: readonly RefundRow[],
  left: readonly { lineId: LineId; left: number }[],
): Refundable[] =>
  order.lines.flatMap((line) => {
    const { lineId, title } = line;
    const units = quantityOf(line) > 1 ? unitsLeft(line, refunds) : null;
    const amount = left.find((l) => l.lineId === lineId)?.left ?? 0;
    return amount > 0 ? [{ lineId, title, left: amount, units }] : [];
  });

/** Everything that can still be given back, until less is typed. */
const fieldsOf = (order: OrderRow, lines: readonly Refundable[]): RefundFields => ({
  lines: lines.map(({ lineId, left, units }) => ({
    lineId,
    amount: formatPlain(left, order.currency),
    units: units === null || units === 0 ? '' : String(units),
  })),
  reason: '',
});

interface Props {
  order: OrderRow;
  refunds: readonly RefundRow[];
  titleOfPass: (passId: PassId) => string;
  locale: string;
}

/** Giving money back, whole or in part: a button where something can be, then the form. */
export function RefundForm(props: Props) {
  const { order, refunds } = props;
  const [open, setOpen] = useState(false);
  const [said, setSaid] = useState<string | null>(null);
  const asked = useRefundLeftQuery(order.id, { skip: !open, refetchOnMountOrArgChange: true });
  // What a card paid stands in the row. What of it unused days paid the shop alone knows: it may be elsewhere by now.
  const mayBe = order.lines.some(({ lineId }) => {
    const line = lineBought(order, lineId);
    return leftOf(line) > 0 || line.credit > 0;
  });
  const lines = asked.data && !asked.isFetching ? refundable(order, refunds, asked.data.lines) : null;
  return !mayBe && said === null ? null : (
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
            setOpen(true);
            setSaid(null);
          }}
        >
          {say.refund}
        </button>
      ) : lines === null ? (
        <p role="status">{asked.error ? sentenceOf(asked.error) : say.loadingWhatCanRefunded}</p>
      ) : lines.length === 0 ? (
        <p role="status">{say.nothingOrderCanRefunded}</p>
      ) : (
        <RefundFields
          {...props}
          lines={lines}
          onDone={(sentence) => {
            setOpen(false);
            setSaid(sentence);
          }}
        />
      )}
    </div>
  );
}

/** First it says what closes; then one button names it all. */
function RefundFields({
  order,
  titleOfPass,
  locale,
  lines,
  onDone,
}: Props & { lines: Refundable[]; onDone: (said: string | null) => void }) {
  const [refund, asking] = useRefundMutation();
  const schema = useMemo(() => refundForm(order.id, order.currency), [order.id, order.currency]);
  const form = useForm<RefundFields, unknown, RefundRequest>({
    resolver: zodResolver(schema),
    defaultValues: fieldsOf(order, lines),
  });
  const fields = form.watch();
  const read = schema.safeParse(fields);
  const problem = read.success ? null : (read.error.issues[0]?.message ?? null);
  const { shares } = read.data ?? { shares: [] };
  const preview = usePreviewRefundQuery(
    { orderId: order.id, shares },
    { skip: !read.success, refetchOnMountOrArgChange: true },
  );

  async function give(wanted: RefundRequest): Promise<void> {
    const result = await refund(wanted);
    if (result.error) onDone(sentenceOf(result.error));
    else if (result.data.status === 'paid') onDone(say.refundItsWay);
    else if (result.data.status === 'refused')
      onDone(say.notRefundedAccessStays(result.data.reason ?? say.paymentServiceDeclined));
    else onDone(say.weDonTKnow);
  }

  const money = (amount: number): string => formatAmount(amount, order.currency, locale);
  const closes = preview.data?.closes ?? [];
  const ready = preview.data !== undefined && read.success && !asking.isLoading && !preview.isFetching;
  return (
    <form
      noValidate
      onSubmit={(event) => {
        // Enter before the sentence is answered does nothing: nothing is given back that was not first said.
        if (ready) void form.handleSubmit(give)(event);
        else event.preventDefault();
      }}
    >
      <h3>{say.refund2}</h3>
      {lines.map((line, i) => (
        <p key={line.lineId} className="sentence">
          <span dir="auto">{line.title}</span>:{' '}
          {line.units !== null && line.units > 0 && (
            <>
              <input
                className="fill"
                inputMode="numeric"
                size={3}
                aria-label={say.unitsRefund(line.title)}
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
              {say.of(line.units)}{' '}
            </>
          )}
          <input
            className="fill money"
            inputMode="decimal"
            aria-label={say.amountRefund(line.title)}
            maxLength={30}
            {...form.register(`lines.${i}.amount`)}
          />{' '}
          {say.of2(money(line.left))}
        </p>
      ))}
      <input
        className="bare w-full"
        aria-label={say.reasonYourNotes}
        placeholder={say.reasonYourNotes}
        maxLength={500}
        {...form.register('reason')}
      />
      <p className="mt-2" role="status">
        {problem ??
          (preview.error
            ? sentenceOf(preview.error)
            : preview.data
              ? closes.length === 0
                ? say.accessStaysOpenBecause
                : say.accessClosesNow(
                    closes.map(titleOfPass).join(', '),
                    laterSaid(order),
                    sessionsSaid(preview.data.sessions),
                  )
              : '')}
      </p>
      <div className="mt-3 flex flex-wrap gap-3">
        <button className="btn btn-primary h-auto min-h-9 py-1" disabled={!ready}>
          {preview.data ? say.refundCountCloseAccess(money(preview.data.amount), closes.length) : say.refund2}
        </button>
        <button type="button" className="btn btn-quiet" onClick={() => onDone(null)}>
          {say.cancel}
        </button>
      </div>
    </form>
  );
}

/** What becomes of later payments: a plan or subscription that is refunded in full ends. */
const laterSaid = ({ lines }: OrderRow): string =>
  lines.some(({ terms }) => isLasting(terms)) ? say.noLaterPaymentsWill : '';

const sessionsSaid = (n: number): string =>
  n === 0 ? '' : n === 1 ? say.bookedSessionCancelled : say.bookedSessionsCancelled(n);
