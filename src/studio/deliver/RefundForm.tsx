import { useState } from 'react';
import type { OrderRow } from '#core/mirror';
import { formatAmount, formatPlain, parseAmount } from '#core/money';
import { stillRefundable } from '#core/shop';
import { sentenceOf, usePreviewRefundQuery, useRefundMutation } from '../data/ownerApi';

/** Giving money back, whole or in part. First it says what closes; then one button names it all. */
export function RefundForm({
  order,
  titleOfPass,
  locale,
}: {
  order: OrderRow;
  titleOfPass: (passId: string) => string;
  locale: string;
}) {
  const [open, setOpen] = useState(false);
  const [typed, setTyped] = useState<Record<string, string>>({});
  const [reason, setReason] = useState('');
  const [said, setSaid] = useState<string | null>(null);
  const [refund, asking] = useRefundMutation();
  const left = order.lines.reduce((all, line) => all + stillRefundable(line), 0);
  const shares = order.lines.map((line) => {
    const text = typed[line.lineId] ?? formatPlain(stillRefundable(line), order.currency);
    const parsed = parseAmount(text, order.currency);
    return {
      lineId: line.lineId,
      text,
      amount: parsed.ok ? parsed.minor : null,
      problem: parsed.ok ? null : parsed.problem,
    };
  });
  const whole = shares.every((s) => s.amount !== null);
  const wanted = { orderId: order.id, shares: shares.map(({ lineId, amount }) => ({ lineId, amount: amount ?? 0 })) };
  const preview = usePreviewRefundQuery(wanted, { skip: !open || !whole, refetchOnMountOrArgChange: true });
  if (order.paymentId === null || left === 0)
    return said === null ? null : (
      <p className="sec" role="status">
        {said}
      </p>
    );

  async function give(): Promise<void> {
    const result = await refund({ ...wanted, reason });
    if (result.error) setSaid(sentenceOf(result.error));
    else if (result.data.status === 'paid') setSaid('The money is on its way back.');
    else if (result.data.status === 'refused')
      setSaid(`Not given back: ${result.data.reason ?? 'the payment service refused'} Nothing was closed.`);
    else setSaid('Not known yet whether it went through. It is being asked for, and stands here when it is known.');
    setOpen(false);
    setTyped({});
  }

  const money = (amount: number): string => formatAmount(amount, order.currency, locale);
  const closes = preview.data?.closes ?? [];
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
            setOpen(true);
            setSaid(null);
          }}
        >
          Give money back …
        </button>
      ) : (
        <>
          <h3>Give money back</h3>
          {order.lines.map((line, i) => (
            <p key={line.lineId} className="sentence">
              <span dir="auto">{line.title}</span>:{' '}
              <input
                className="fill money"
                inputMode="decimal"
                aria-label={`Amount to give back for ${line.title}`}
                value={shares[i]?.text ?? ''}
                onChange={(e) => setTyped({ ...typed, [line.lineId]: e.target.value.slice(0, 30) })}
              />{' '}
              of {money(stillRefundable(line))}
            </p>
          ))}
          <input
            className="bare w-full"
            aria-label="Reason, for yourself"
            placeholder="Reason, for yourself"
            value={reason}
            onChange={(e) => setReason(e.target.value.slice(0, 500))}
          />
          <p className="mt-2" role="status">
            {shares.find((s) => s.problem !== null)?.problem ??
              (preview.error
                ? sentenceOf(preview.error)
                : preview.data
                  ? closes.length === 0
                    ? 'Nothing closes: part of the price stays paid.'
                    : `Closes now: ${closes.map(titleOfPass).join(', ')}. No later payments exist.`
                  : '')}
          </p>
          <div className="mt-3 flex flex-wrap gap-3">
            <button
              className="btn btn-primary h-auto min-h-9 py-1"
              disabled={!preview.data || !whole || asking.isLoading || preview.isFetching}
              onClick={() => void give()}
            >
              {preview.data
                ? `Refund ${money(preview.data.amount)}${closes.length > 0 ? ` and close ${closes.length === 1 ? '1 access' : `${closes.length} accesses`}` : ''}`
                : 'Refund'}
            </button>
            <button className="btn btn-quiet" onClick={() => setOpen(false)}>
              Leave it
            </button>
          </div>
        </>
      )}
    </div>
  );
}
