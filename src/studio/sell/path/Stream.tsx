import { type KeyboardEvent, useEffect, useMemo, useRef, useState } from 'react';
import { layOutPath, leadsOneWay, PATH_SIZES, type PlacedStep, type PlacedWay } from '#core/drawing';
import type { StepId } from '#core/ids';
import { joinsFrom, joinsTo, type Path, STEP_KIND_NAMES } from '#core/paths';
import type { Draft } from '../../data/draft';
import { PageThumb } from './PageThumb';
import { chargedAt, stepName, targetInWords } from './stepInWords';

interface Props {
  draft: Draft;
  path: Path;
  inHand: StepId;
  onTake: (id: StepId) => void;
}

/**
 * The path as one stream: it runs from left to right, its steps' own pages hang beneath, money is a disc above where it
 * is taken, and the softer way is dotted and comes back in. Arrow keys follow the joins.
 */
export function Stream({ draft, path, inHand, onTake }: Props) {
  const [frame, width] = useWidth();
  const layout = useMemo(() => layOutPath(path, { ...PATH_SIZES, width }), [path, width]);
  const { content } = draft;
  const buttons = useRef(new Map<StepId, HTMLButtonElement>());

  function follow(event: KeyboardEvent, from: StepId): void {
    const to = nextByKey(path, from, event.key);
    if (to === null) return;
    event.preventDefault();
    onTake(to);
    buttons.current.get(to)?.focus();
  }

  return (
    <div ref={frame} className="stream">
      <div className="relative" style={{ width: layout.width, height: layout.height }}>
        <svg className="absolute inset-0" width={layout.width} height={layout.height} aria-hidden="true">
          {layout.ways.map((way) => (
            <path key={`${way.from}/${way.to}/${way.by}`} d={way.d} className={classOf(way)} />
          ))}
          {layout.steps.map((placed) => (
            <Hanging key={placed.step.id} placed={placed} money={chargedAt(content, path, placed.step)} />
          ))}
          {layout.ways.map((way) => (
            <text key={`${way.from}/${way.to}/${way.by}`} x={way.label.x} y={way.label.y} className="stream-label">
              {labelOf(path, way)}
            </text>
          ))}
          {layout.out.map((out, i) => (
            <text key={i} x={out.x} y={out.y + 18} className="stream-label">
              {`→ ${targetInWords(content, path, out.to)}`}
            </text>
          ))}
        </svg>
        {layout.steps.map(({ step, x, y }) => {
          const page = content.pages.find((p) => p.id === step.pageId);
          const money = chargedAt(content, path, step);
          const name = stepName(content, step);
          return (
            <button
              key={step.id}
              ref={(button) => {
                if (button) buttons.current.set(step.id, button);
                else buttons.current.delete(step.id);
              }}
              className={`stream-step ${step.id === inHand ? 'in-hand' : ''}`}
              style={{ left: x - PAGE / 2, top: y + 28, width: layout.column * 0.62 + PAGE / 2 - 6 }}
              aria-pressed={step.id === inHand}
              onClick={() => onTake(step.id)}
              onKeyDown={(event) => follow(event, step.id)}
            >
              {page && <PageThumb draft={draft} path={path} page={page} />}
              <b className="stream-name" dir="auto">
                {name}
              </b>
              <span className="block text-ink-2">
                {name.toLowerCase() === STEP_KIND_NAMES[step.kind] ? '' : STEP_KIND_NAMES[step.kind]}
                {money !== '' && <span className="sr-only">, {money}</span>}
              </span>
              {step.extras?.map((extra) => (
                <span key={extra.id} className="block text-ink-2" dir="auto">
                  extra: {content.offers.find((o) => o.id === extra.offerId)?.title}
                </span>
              ))}
            </button>
          );
        })}
      </div>
    </div>
  );
}

/** The line a page hangs from, and the disc of what is taken there. */
function Hanging({ placed: { x, y, step }, money }: { placed: PlacedStep; money: string }) {
  return (
    <>
      <path d={`M${x} ${y} V${y + 28}`} className="stream-hang" />
      {money !== '' && (
        <>
          <path d={`M${x} ${y - 5} V${y - 22}`} className="stream-hang" />
          <circle cx={x} cy={y - 30} r={step.kind === 'checkout' ? 9 : 7} className="stream-money" />
          <text x={x + 14} y={y - 26} className="stream-amount">
            {money}
          </text>
        </>
      )}
    </>
  );
}

/** How wide a page is drawn, as in the style of `.page-thumb`. */
const PAGE = 72;

export const classOf = ({ stream, turns, by }: PlacedWay): string =>
  `stream-line ${by === 'button' ? 'aside' : stream ? '' : 'softer'} ${turns ? 'turns' : ''}`;

function labelOf(path: Path, { from, by, conditional }: PlacedWay): string {
  if (conditional) return 'some';
  if (by === 'yes' || by === 'no') return leadsOneWay(path, from) ? 'yes or no' : by;
  return by === 'button' ? 'by a button' : '';
}

/** Right follows next and yes, down follows no, left and up go back to where a step is come from. */
function nextByKey(path: Path, from: StepId, key: string): StepId | null {
  const ways = joinsFrom(path, from);
  const along = (by: readonly string[]): StepId | null => {
    const to = ways.find((j) => by.includes(j.by) && j.to.kind === 'step')?.to;
    return to?.kind === 'step' ? to.step : null;
  };
  const back = joinsTo(path, from);
  switch (key) {
    case 'ArrowRight':
      return along(['next', 'yes']) ?? along(['button', 'no']);
    case 'ArrowDown':
      return along(['no', 'button']);
    case 'ArrowLeft':
      return back[0]?.from ?? null;
    case 'ArrowUp':
      return back.find((j) => j.by === 'no' || j.by === 'button')?.from ?? null;
    default:
      return null;
  }
}

/** The width there is, followed as it changes. */
function useWidth(): [React.RefObject<HTMLDivElement | null>, number] {
  const frame = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(660);
  useEffect(() => {
    if (!frame.current) return;
    const observer = new ResizeObserver(([entry]) => {
      if (entry) setWidth(Math.floor(entry.contentRect.width));
    });
    observer.observe(frame.current);
    return () => observer.disconnect();
  }, []);
  return [frame, width];
}
