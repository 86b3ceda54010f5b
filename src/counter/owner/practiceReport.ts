import { lineName } from '#core/checkout';
import { sum } from '#core/money';
import { isOpen } from '#core/passes';
import type { PracticeReport } from '../../wire';
import { type CounterContext, liveRelease } from '../context';
import { STANDINS } from '../outside';
import { nextMoment } from './clock';

/** What a practice shop took, sent and opened so far: read from its history and its mail, not worked out again. */
export async function practiceReport(context: CounterContext): Promise<PracticeReport> {
  const { runner, outside } = context;
  await runner.synced();
  const { state } = runner;
  const products = liveRelease(context)?.content.products ?? [];
  const orders = [...state.orders.values()];
  return {
    now: runner.now(),
    taken: orders
      .flatMap(({ payments, lines, currency, came }) =>
        payments.map((payment) => ({
          at: payment.at,
          step: payment.kind === 'checkout' ? came.step : payment.step,
          titles: payment.lines.flatMap(({ lineId }) => lines.filter((l) => l.lineId === lineId).map(lineName)),
          amount: sum(payment.lines.map((line) => line.amount)),
          currency,
        })),
      )
      .sort((a, b) => (a.at < b.at ? -1 : 1)),
    refused: [...state.charges.values()]
      .filter(({ status }) => status === 'refused')
      .map(({ askedAt, amount, currency, reason }) => ({ at: askedAt, amount, currency, reason: reason ?? '' })),
    letters: (await outside.letters()).map(({ subject, to, name }) => ({
      subject,
      to,
      href: `${STANDINS}/mail/${name}`,
    })),
    doors: [...state.passes.values()].map((pass) => ({
      title: products.find((p) => p.id === pass.productId)?.title ?? '',
      open: isOpen(pass, runner.now()),
    })),
    next: await nextMoment(context),
  };
}
