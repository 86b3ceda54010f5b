import { Line } from 'react-chartjs-2';
import { formatAmount, formatPlain } from '#core/money';
import { useAppSelector } from '../store';
import { colour } from './chart';
import { countWords } from '#say/count';
const say = countWords.lineChart;

interface Props {
  labels: string[];
  now: { name: string; values: number[] };
  before: { name: string; values: number[] };
  currency: string;
  locale: string;
  height: number;
}

/** Two lines of cumulated money by day of the month, in whole minor units. */
export default function LineChart({ labels, now, before, currency, locale, height }: Props) {
  // The theme is part of the key, since colours are read when a chart is made.
  const theme = useAppSelector((state) => state.frame.theme);
  const major = (values: number[]): number[] => values.map((v) => Number(formatPlain(v, currency)));
  return (
    <div
      style={{ height }}
      role="img"
      aria-label={say.bothInTotal(
        now.name,
        formatAmount(now.values[now.values.length - 1] ?? 0, currency, locale),
        before.name,
        formatAmount(before.values[before.values.length - 1] ?? 0, currency, locale),
      )}
    >
      <Line
        key={theme}
        role="presentation"
        aria-hidden="true"
        data={{
          labels,
          datasets: [
            {
              label: now.name,
              data: major(now.values),
              borderColor: colour('--money'),
              borderWidth: 3,
              pointRadius: 0,
              pointHitRadius: 8,
              tension: 0,
            },
            {
              label: before.name,
              data: major(before.values),
              borderColor: colour('--ink-3'),
              borderWidth: 1.2,
              borderDash: [3, 3],
              pointRadius: 0,
              pointHitRadius: 8,
            },
          ],
        }}
        options={{
          animation: false,
          maintainAspectRatio: false,
          interaction: { mode: 'index', intersect: false },
          scales: {
            x: {
              grid: { display: false },
              ticks: { color: colour('--ink-2'), maxTicksLimit: 6, maxRotation: 0 },
              border: { color: colour('--line') },
            },
            y: { display: false, beginAtZero: true },
          },
          plugins: {
            tooltip: {
              callbacks: {
                label: (item) =>
                  `${item.dataset.label ?? ''}: ${new Intl.NumberFormat(locale, { style: 'currency', currency }).format(item.parsed.y ?? 0)}`,
              },
            },
          },
        }}
      />
      <p className="cap flex gap-5">
        <span>
          <i className="mr-1.5 inline-block h-[3px] w-5 bg-money align-middle" />
          {now.name}
        </span>
        <span>
          <i className="mr-1.5 inline-block w-5 border-t border-dashed border-ink-3 align-middle" />
          {before.name}
        </span>
      </p>
    </div>
  );
}
