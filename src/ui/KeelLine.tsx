import { type KeyboardEvent, useId, useState } from 'react';
import { type KeelLayout, type KeelMark, type KeelStory, layoutKeelLine } from '#core/drawing';

interface Props {
  story: KeelStory;
  /** The statement: the drawing's name for those who cannot see it. */
  name: string;
  width: number;
  small?: boolean;
  largest?: number;
  /** On buyers' pages the same facts stand beside it as text, so the drawing says nothing aloud. */
  decorative?: boolean;
}

/** The signature drawing: money above the line, access below, dates to scale. One tab stop; arrows go from mark to mark. */
export function KeelLine({ story, name, width, small = false, largest, decorative = false }: Props) {
  const layout = layoutKeelLine(story, width, { small, ...(largest === undefined ? {} : { largest }) });
  const [inHand, setInHand] = useState<number | null>(null);
  const hatch = useId();
  const held = inHand === null ? null : (layout.marks[inHand] ?? null);

  function onKeyDown(event: KeyboardEvent): void {
    const step = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
    if (step === 0) return;
    event.preventDefault();
    setInHand((now) => Math.min(layout.marks.length - 1, Math.max(0, (now ?? (step > 0 ? -1 : layout.marks.length)) + step)));
  }

  const drawing = (
    <svg width={width} height={layout.height} viewBox={`0 0 ${width} ${layout.height}`} aria-hidden="true" className="block h-auto max-w-full overflow-visible">
      <defs>
        <pattern id={hatch} width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="5" height="5" fill="var(--paper)" />
          <line x1="0" y1="0" x2="0" y2="5" stroke="var(--access)" strokeWidth="2" />
        </pattern>
      </defs>
      <Present layout={layout} small={small} />
      <line x1={layout.left} x2={layout.presentX} y1={layout.lineY} y2={layout.lineY} stroke="var(--ink)" strokeWidth={small ? 3 : 5} strokeLinecap="round" />
      <line x1={layout.presentX} x2={layout.right} y1={layout.lineY} y2={layout.lineY} stroke="var(--ink)" strokeWidth={small ? 1.5 : 2.5} strokeLinecap="round" />
      {layout.bars.map((bar, i) => (
        <g key={i}>
          <path d={barPath(bar)} fill="var(--access-fill)" stroke="var(--access)" strokeWidth="1" />
          {bar.holds.map((hold, k) => (
            <rect key={k} x={hold.x1} y={bar.y} width={Math.max(2, hold.x2 - hold.x1)} height={bar.height} fill={`url(#${hatch})`} stroke="var(--access)" strokeWidth="1" />
          ))}
          {!bar.goesOn && <line x1={bar.x2} x2={bar.x2} y1={bar.y - 3} y2={bar.y + bar.height + 3} stroke="var(--access)" strokeWidth="2.5" />}
        </g>
      ))}
      {layout.marks.map((mark, i) => (
        <Mark key={i} mark={mark} small={small} dateY={layout.dateY} lineY={layout.lineY} held={i === inHand} onHold={() => setInHand(i)} />
      ))}
    </svg>
  );
  if (decorative) return drawing;
  return (
    <div role="group" aria-label={name} aria-roledescription="drawing of payments and access" tabIndex={0} onKeyDown={onKeyDown} onBlur={() => setInHand(null)} onMouseLeave={() => setInHand(null)}>
      {drawing}
      <p className="cap min-h-5" aria-live="polite">{held ? held.phrase : layout.bars.map((b) => `${b.label}${b.goesOn ? ', for good' : ''}`).join(' · ')}</p>
    </div>
  );
}

function Present({ layout, small }: { layout: KeelLayout; small: boolean }) {
  if (small) return null;
  const anchor = layout.presentX < 40 ? 'start' : layout.presentX > layout.width - 40 ? 'end' : 'middle';
  return (
    <>
      <line x1={layout.presentX} x2={layout.presentX} y1={16} y2={layout.dateY - 14} stroke="var(--ink-3)" strokeWidth="1" />
      <text x={anchor === 'start' ? layout.presentX - 2 : layout.presentX} y={11} fontSize="13" textAnchor={anchor} fill="var(--ink-2)">{layout.presentWord}</text>
    </>
  );
}

function Mark({ mark, small, dateY, lineY, held, onHold }: { mark: KeelMark; small: boolean; dateY: number; lineY: number; held: boolean; onHold: () => void }) {
  const { x, y, r, state } = mark;
  const rim = { stroke: 'var(--money)', strokeWidth: 1.5 };
  return (
    <g onMouseEnter={onHold}>
      {mark.joins && <path d={`M${mark.joins.x} ${mark.joins.y} Q${(mark.joins.x + x) / 2} ${Math.min(mark.joins.y, y) - 22} ${x} ${y - r}`} fill="none" stroke="var(--money)" strokeWidth="1.2" strokeDasharray="3 3" />}
      {mark.phrase.endsWith('nothing due') ? (
        <line x1={x} x2={x} y1={lineY - 16} y2={lineY} {...rim} />
      ) : state === 'refused' ? (
        <>
          <rect x={x - r} y={y - r} width={2 * r} height={2 * r} fill="var(--alarm-fill)" stroke="var(--alarm)" strokeWidth="1.5" />
          <path d={`M${x - r / 2} ${y - r / 2}L${x + r / 2} ${y + r / 2}M${x + r / 2} ${y - r / 2}L${x - r / 2} ${y + r / 2}`} stroke="var(--alarm)" strokeWidth="1.8" />
        </>
      ) : (
        <circle cx={x} cy={y} r={r} fill={state === 'paid' || state === 'disputed' ? 'var(--money-fill)' : 'var(--paper)'} {...rim} />
      )}
      {state === 'waits' && <path d={`M${x - r} ${y}A${r} ${r} 0 0 0 ${x + r} ${y}Z`} fill="var(--money-fill)" />}
      {state === 'refunded' && <line x1={x - r / 2} x2={x + r / 2} y1={y} y2={y} stroke="var(--money)" strokeWidth="2" />}
      {state === 'disputed' && (
        <>
          <circle cx={x} cy={y} r={r + 4} fill="none" stroke="var(--alarm)" strokeWidth="1.5" strokeDasharray="3 2" />
          <text x={x} y={y + 5} fontSize="14" fontWeight="700" textAnchor="middle" fill="var(--ink)">?</text>
        </>
      )}
      {held && <circle cx={x} cy={y} r={r + 3} fill="none" stroke="var(--ink)" strokeWidth="1.5" />}
      {!small && mark.amount && !mark.phrase.endsWith('nothing due') && <text x={x} y={y - r - 6} fontSize="13" fontWeight="600" textAnchor={x < 40 ? 'start' : 'middle'} dx={x < 40 ? 4 : 0} fill="var(--money)">{mark.amount}</text>}
      {!small && mark.day && <text x={x} y={dateY} fontSize="13" textAnchor={x < 30 ? 'start' : 'middle'} dx={x < 30 ? -r : 0} fill="var(--ink-2)">{mark.day}</text>}
    </g>
  );
}

function barPath(bar: { x1: number; x2: number; y: number; height: number; goesOn: boolean }): string {
  const { x1, x2, y, height } = bar;
  const end = Math.max(x2, x1 + 2);
  return bar.goesOn ? `M${x1} ${y}H${end}l7 ${height / 2}l-7 ${height / 2}H${x1}Z` : `M${x1} ${y}H${end}V${y + height}H${x1}Z`;
}
