import type { KeelBar, KeelLayout, KeelMark, MoneyState, PlacedLabel } from '#core/drawing';

interface Props {
  layout: KeelLayout;
  /** The id of the hatching pattern, its own for each drawing on a page. */
  hatch: string;
  small: boolean;
  inHand: number | null;
  onHold: (mark: number) => void;
}

/** A keel line's layout as SVG. Shape says the state, colour supports it; system colours take over where they are forced. */
export function KeelDrawing({ layout, hatch, small, inHand, onHold }: Props) {
  const { width, height, lineY, left, right, present, fold } = layout;
  const heavy = small ? 3 : 5;
  const light = small ? 1.5 : 2.5;
  return (
    <svg
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      aria-hidden="true"
      className="keel block h-auto max-w-full overflow-visible"
    >
      <defs>
        <pattern id={hatch} width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="5" height="5" fill="var(--paper)" />
          <line x1="0" y1="0" x2="0" y2="5" stroke="var(--access)" strokeWidth="2" />
        </pattern>
      </defs>
      {!small && (
        <line x1={present.x} x2={present.x} y1={17} y2={layout.dateY - 15} stroke="var(--ink-3)" strokeWidth="1" />
      )}
      {!small && <Label label={present.label} fill="var(--ink-2)" />}
      <line
        x1={left}
        x2={present.x}
        y1={lineY}
        y2={lineY}
        stroke="var(--ink)"
        strokeWidth={heavy}
        strokeLinecap="round"
      />
      <line
        x1={present.x}
        x2={right}
        y1={lineY}
        y2={lineY}
        stroke="var(--ink)"
        strokeWidth={light}
        strokeLinecap="butt"
      />
      <LineEnd end={layout.end} x={right} y={lineY} small={small} />
      {fold && (
        <rect
          x={fold.x1}
          y={lineY - 5}
          width={fold.x2 - fold.x1}
          height={10}
          fill="var(--keel-ground, var(--paper-2))"
        />
      )}
      {fold && <path d={zigzag(fold.x1, fold.x2, lineY)} fill="none" stroke="var(--ink-3)" strokeWidth="1.2" />}
      {fold &&
        !small &&
        fold.lines.map((line, i) => (
          <text
            key={line}
            x={(fold.x1 + fold.x2) / 2}
            y={lineY - 40 + i * 15}
            fontSize="13"
            textAnchor="middle"
            fill="var(--ink-2)"
          >
            {line}
          </text>
        ))}
      {layout.bars.map((bar, i) => (
        <Bar key={i} bar={bar} hatch={hatch} />
      ))}
      {layout.pauses.map((pause, i) => (
        <g key={i}>
          <rect
            x={pause.x1}
            y={lineY - 4}
            width={Math.max(0, pause.x2 - pause.x1)}
            height={8}
            fill="var(--keel-ground, var(--paper-2))"
          />
          <path d={`M${pause.x1} ${lineY - 6}v12M${pause.x2} ${lineY - 6}v12`} stroke="var(--ink)" strokeWidth="2" />
          {!small && <Label label={pause.label} fill="var(--ink-2)" />}
        </g>
      ))}
      {/* Before the marks, so that the ground kept clear around a label never cuts into one. */}
      {layout.amounts.map((label, i) => (
        <Label key={i} label={label} fill="var(--money)" weight={600} />
      ))}
      {layout.marks.map((mark, i) => (
        <g key={i} onMouseEnter={() => onHold(i)}>
          {mark.kind === 'payment' && <Mark mark={mark} lineY={lineY} />}
          {i === inHand && (
            <circle
              cx={mark.x}
              cy={mark.y}
              r={Math.max(mark.r, 8) + 3}
              fill="none"
              stroke="var(--ink)"
              strokeWidth="1.5"
            />
          )}
        </g>
      ))}
      {layout.days.map((label, i) => (
        <Label key={i} label={label} fill="var(--ink-2)" />
      ))}
    </svg>
  );
}

function Label({ label, fill, weight }: { label: PlacedLabel; fill: string; weight?: number }) {
  return (
    <text
      x={label.x}
      y={label.y}
      fontSize="13"
      fontWeight={weight}
      textAnchor={label.anchor}
      fill={fill}
      stroke="var(--keel-ground, var(--paper-2))"
      strokeWidth="5"
      paintOrder="stroke"
    >
      {label.text}
    </text>
  );
}

function LineEnd({ end, x, y, small }: { end: KeelLayout['end']; x: number; y: number; small: boolean }) {
  const h = small ? 4 : 7;
  if (end === 'cap') return <line x1={x} x2={x} y1={y - h} y2={y + h} stroke="var(--ink)" strokeWidth="2" />;
  if (end === 'arrow')
    return (
      <path
        d={`M${x - 1} ${y - h + 1}L${x + h} ${y}L${x - 1} ${y + h - 1}`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="1.8"
      />
    );
  return <path d={tear(x, y - h, y + h)} fill="none" stroke="var(--ink-3)" strokeWidth="1.5" />;
}

function Bar({ bar, hatch }: { bar: KeelBar; hatch: string }) {
  const { x1, x2, y, height } = bar;
  const foot = y + height;
  const shape =
    bar.end === 'arrow'
      ? `M${x1} ${y}H${x2}l7 ${height / 2}l-7 ${height / 2}H${x1}Z`
      : `M${x1} ${y}H${x2}V${foot}H${x1}Z`;
  return (
    <g>
      <path d={shape} fill="var(--access-fill)" stroke="var(--access)" strokeWidth="1" />
      {bar.holds.map((hold, i) => (
        <rect
          key={i}
          x={hold.x1}
          y={y}
          width={Math.max(2, hold.x2 - hold.x1)}
          height={height}
          fill={`url(#${hatch})`}
          stroke="var(--access)"
          strokeWidth="1"
        />
      ))}
      {bar.ticks.map((x) => (
        <line key={x} x1={x} x2={x} y1={y} y2={foot} stroke="var(--access)" strokeWidth="1.5" />
      ))}
      {bar.end === 'cap' && <line x1={x2} x2={x2} y1={y - 3} y2={foot + 3} stroke="var(--access)" strokeWidth="2.5" />}
      {bar.end === 'torn' && (
        <path d={tear(x2, y - 1, foot + 1)} fill="none" stroke="var(--access)" strokeWidth="1.5" />
      )}
      {bar.label && <Label label={bar.label} fill="var(--access)" />}
    </g>
  );
}

function Mark({ mark, lineY }: { mark: KeelMark; lineY: number }) {
  const { x, y, r } = mark;
  if (mark.nothingDue) return <line x1={x} x2={x} y1={lineY - 16} y2={lineY} stroke="var(--money)" strokeWidth="1.5" />;
  return (
    <>
      {mark.joins && (
        <path
          d={`M${mark.joins.x} ${mark.joins.y} Q${(mark.joins.x + x) / 2} ${Math.min(mark.joins.y, y) - 22} ${x} ${y - r}`}
          fill="none"
          stroke="var(--money)"
          strokeWidth="1.2"
          strokeDasharray="3 3"
        />
      )}
      {mark.movedToX !== null && (
        <path
          d={`M${x} ${y - r}Q${(x + mark.movedToX) / 2} ${y - r - 16} ${mark.movedToX} ${y - r}`}
          fill="none"
          stroke="var(--ink-3)"
          strokeWidth="1.2"
        />
      )}
      <Shape x={x} y={y} r={r} lineY={lineY} state={mark.state} />
    </>
  );
}

/** One shape a state, told apart without colour. */
function Shape({ x, y, r, state, lineY }: { x: number; y: number; r: number; state: MoneyState; lineY: number }) {
  const rim = { stroke: 'var(--money)', strokeWidth: 1.5 };
  switch (state) {
    case 'refused':
      return (
        <>
          <rect
            x={x - r}
            y={y - r}
            width={2 * r}
            height={2 * r}
            fill="var(--alarm-fill)"
            stroke="var(--alarm)"
            strokeWidth="1.5"
          />
          <path
            d={`M${x - r / 2} ${y - r / 2}L${x + r / 2} ${y + r / 2}M${x + r / 2} ${y - r / 2}L${x - r / 2} ${y + r / 2}`}
            stroke="var(--alarm)"
            strokeWidth="1.8"
          />
        </>
      );
    case 'tried-again':
      return <line x1={x} x2={x} y1={lineY - 12} y2={lineY - 4} stroke="var(--alarm)" strokeWidth="2.5" />;
    case 'waits':
      return (
        <>
          <circle cx={x} cy={y} r={r} fill="var(--paper)" {...rim} />
          <path d={`M${x - r} ${y}A${r} ${r} 0 0 0 ${x + r} ${y}Z`} fill="var(--money-fill)" {...rim} />
        </>
      );
    case 'refunded':
      return (
        <>
          <circle cx={x} cy={y} r={r} fill="var(--paper)" {...rim} />
          <line x1={x - r / 2} x2={x + r / 2} y1={y} y2={y} stroke="var(--money)" strokeWidth="2" />
        </>
      );
    case 'disputed':
      return (
        <>
          <circle cx={x} cy={y} r={r} fill="var(--money-fill)" {...rim} />
          <circle cx={x} cy={y} r={r + 4} fill="none" stroke="var(--alarm)" strokeWidth="1.5" strokeDasharray="3 2" />
          <text x={x} y={y + 5} fontSize="14" fontWeight="700" textAnchor="middle" fill="var(--ink)">
            ?
          </text>
        </>
      );
    case 'dropped':
      return (
        <>
          <circle cx={x} cy={y} r={r} fill="none" stroke="var(--ink-3)" strokeWidth="1.5" strokeDasharray="2 2" />
          <line x1={x - r - 2} x2={x + r + 2} y1={y + r + 2} y2={y - r - 2} stroke="var(--ink-3)" strokeWidth="1.5" />
        </>
      );
    case 'moved':
      return <circle cx={x} cy={y} r={r} fill="none" stroke="var(--ink-3)" strokeWidth="1.5" strokeDasharray="2 2" />;
    default:
      return <circle cx={x} cy={y} r={r} fill={state === 'paid' ? 'var(--money-fill)' : 'var(--paper)'} {...rim} />;
  }
}

/** A mark by itself, for the key. */
export function MarkSample({ state }: { state: MoneyState }) {
  return (
    <svg width="16" height="16" viewBox="0 0 16 16" aria-hidden="true" className="keel">
      <Shape x={8} y={8} r={5} lineY={16} state={state} />
    </svg>
  );
}

function zigzag(from: number, to: number, y: number): string {
  const teeth = Math.max(2, Math.floor((to - from) / 12));
  const step = (to - from) / teeth;
  return (
    `M${from} ${y}` +
    Array.from({ length: teeth }, (_, i) => `L${from + (i + 0.5) * step} ${y + (i % 2 === 0 ? -4 : 4)}`).join('') +
    `L${to} ${y}`
  );
}

function tear(x: number, from: number, to: number): string {
  const step = (to - from) / 4;
  return `M${x} ${from}l3 ${step}l-6 ${step}l6 ${step}l-3 ${step}`;
}
