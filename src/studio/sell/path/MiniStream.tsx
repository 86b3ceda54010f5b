import { useMemo } from 'react';
import { layOutPath } from '#core/drawing';
import type { Path } from '#core/paths';
import { classOf } from './Stream';

const SIZES = { column: 52, narrowest: 52, lane: 52, head: 14, width: 52 * 7 };
/** Pages as tall as their kind most often is. */
const TALL = { page: 30, checkout: 22, offer: 24, 'turned-back': 26, thanks: 16 } as const;

/** What a ready beginning makes, drawn small: the stream, its pages, the softer way. */
export function MiniStream({ path }: { path: Path }) {
  const { width, height, steps, ways } = useMemo(() => layOutPath(path, SIZES), [path]);
  return (
    <svg className="mini-stream" width={width} height={height - 8} aria-hidden="true">
      {ways.map((way, i) => (
        <path key={i} d={way.d} className={classOf(way)} />
      ))}
      {steps.map(({ step, x, y }) => (
        <g key={step.id}>
          <path d={`M${x} ${y} V${y + 8}`} className="stream-hang" />
          {(step.kind === 'checkout' || step.kind === 'offer') && (
            <circle cx={x} cy={y - 7} r={step.kind === 'checkout' ? 4.5 : 3.5} className="stream-money" />
          )}
          <rect x={x - 10} y={y + 8} width={20} height={TALL[step.kind]} className="mini-page" />
        </g>
      ))}
    </svg>
  );
}
