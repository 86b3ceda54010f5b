import { type KeyboardEvent, useEffect, useMemo, useRef, useState } from 'react';
import { foldAlike, layOutPath, leadsOneWay, PATH_SIZES, type PlacedStep, type PlacedWay } from '#core/drawing';
import type { StepId } from '#core/ids';
import { formatAmount } from '#core/money';
import { joinsFrom, joinsTo, type Path, type Step, STEP_KIND_NAMES, stepOf } from '#core/paths';
import { FEWEST_FOR_SHARES, shareOf, type StepFigures, shareAt } from '#core/visits';
import type { PathFigures } from '../../../wire';
import type { Draft } from '../../data/draft';
import { counted, figuresAt, percent } from './figures';
import { PageThumb } from './PageThumb';
import { chargedAt, stepName, targetInWords } from './stepInWords';
import { sellPathWords } from '#say/sell/path';
const say = sellPathWords.stream;

interface Props {
  draft: Draft;
  path: Path;
  /** What was counted; null while nothing is known. */
  figures: PathFigures | null;
  inHand: StepId;
  onTake: (id: StepId) => void;
}

/**
 * The path as one stream: it runs from left to right, its steps' own pages hang beneath, money is a disc above where it
 * is taken, and the softer way is dotted and comes back in. Arrow keys follow the joins.
 */
export function Stream({ draft, path: whole, figures, inHand, onTake }: Props) {
  const [frame, width] = useWidth();
  const [opened, setOpened] = useState<readonly StepId[]>([]);
  const { path, folds } = useMemo(() => foldAlike(whole, new Set([...opened, inHand])), [whole, opened, inHand]);
  const layout = useMemo(() => layOutPath(path, { ...PATH_SIZES, width }), [path, width]);
  const { content } = draft;
  const currency = content.offers.find((o) => o.id === path.offerId)?.currency ?? content.shop.currency;
  const inMoney = (amount: number): string => formatAmount(amount, currency, content.shop.locale);
  const buttons = useRef(new Map<StepId, HTMLButtonElement>());
  const follows = useRef<StepId | null>(null);

  function follow(event: KeyboardEvent, from: StepId): void {
    const to = nextByKey(whole, from, event.key);
    if (to === null) return;
    event.preventDefault();
    onTake(to);
    // A step within a fold is there once it has opened.
    follows.current = to;
    buttons.current.get(to)?.focus();
  }
  useEffect(() => {
    if (follows.current === null) return;
    buttons.current.get(follows.current)?.focus();
    follows.current = null;
  });

  return (
    <div ref={frame} className="stream">
      <div className="relative" style={{ width: layout.width, height: layout.height }}>
        <svg className="absolute inset-0" width={layout.width} height={layout.height} aria-hidden="true">
          {layout.ways.map((way) => (
            <path
              key={`${way.from}/${way.to}/${way.by}`}
              d={way.d}
              className={classOf(way)}
              style={weightOf(path, figures, way)}
            />
          ))}
          {layout.steps.map((placed) => (
            <Hanging
              key={placed.step.id}
              placed={placed}
              money={folds.some(({ at }) => at === placed.step.id) ? '' : chargedAt(content, path, placed.step)}
              radius={radiusOf(figures, placed.step)}
            />
          ))}
          {layout.ways.map((way) => (
            <text
              key={`${way.from}/${way.to}/${way.by}`}
              x={way.label.x}
              y={way.label.y}
              className={`stream-label ${way.label.beside ? 'beside' : ''}`}
            >
              {[labelOf(path, way), countOf(path, figures, way)].filter((part) => part !== '').join(', ')}
            </text>
          ))}
          {layout.out.map((out, i) => (
            <text key={i} x={out.x} y={out.y + 18} className="stream-label">
              {`→ ${targetInWords(content, path, out.to)}`}
            </text>
          ))}
        </svg>
        {layout.steps.map(({ step, x, y }) => {
          const fold = folds.find(({ at }) => at === step.id);
          if (fold)
            return (
              <button
                key={step.id}
                className="stream-step stream-fold"
                style={{ left: x - PAGE / 2, top: y + 28, width: layout.column * 0.62 + PAGE / 2 - 6 }}
                aria-expanded={false}
                onClick={() => setOpened([...opened, ...fold.steps])}
              >
                <span className="page-thumb" aria-hidden="true" />
                <b className="stream-name">{say.moreEach(fold.steps.length, STEP_KIND_NAMES[step.kind])}</b>
                <span className="block text-ink-2">{say.showThem}</span>
              </button>
            );
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
              <span className="block font-semibold">{stepCounted(step, figuresAt(figures, step.id), inMoney)}</span>
              {step.extras?.map((extra) => (
                <span key={extra.id} className="block text-ink-2" dir="auto">
                  {say.extra} {content.offers.find((o) => o.id === extra.offerId)?.title}
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
function Hanging({ placed: { x, y }, money, radius }: { placed: PlacedStep; money: string; radius: number }) {
  return (
    <>
      <path d={`M${x} ${y} V${y + 28}`} className="stream-hang" />
      {money !== '' && (
        <>
          <path d={`M${x} ${y - 5} V${y - 22}`} className="stream-hang" />
          <circle cx={x} cy={y - 30} r={radius} className="stream-money" />
          <text x={x + radius + 6} y={y - 26} className="stream-amount">
            {money}
          </text>
        </>
      )}
    </>
  );
}

/** Discs of money are as large as what was taken there, by area; while nothing was, as on any drawing. */
const [SMALLEST, LARGEST] = [4, 13];

function radiusOf(figures: PathFigures | null, step: Step): number {
  const most = Math.max(0, ...(figures?.steps ?? []).map((s) => s.money));
  if (most === 0) return step.kind === 'checkout' ? 9 : 7;
  return Math.max(SMALLEST, LARGEST * Math.sqrt((figuresAt(figures, step.id)?.money ?? 0) / most));
}

/** How wide a page is drawn, as in the style of `.page-thumb`. */
const PAGE = 72;

export const classOf = ({ stream, turns, aside }: PlacedWay): string =>
  `stream-line ${stream ? '' : aside ? 'aside' : 'softer'} ${turns ? 'turns' : ''}`;

function labelOf(path: Path, { from, by, conditional }: PlacedWay): string {
  if (conditional) return 'some';
  if (by === 'yes' || by === 'no') return leadsOneWay(path, from) ? say.yesNo : by;
  if (by === 'turned-back') return say.notNow;
  return '';
}

/** What happened at a step, in a few words. */
function stepCounted(step: Step, at: StepFigures | undefined, inMoney: (amount: number) => string): string {
  if (!at) return '';
  const share = percent(shareAt(step, at));
  const said = step.kind === 'checkout' ? say.bought(counted(at.taken)) : say.yes(counted(at.taken));
  const parts = [say.visitors(counted(at.came))];
  if (step.kind === 'checkout' || step.kind === 'offer') parts.push(share === '' ? said : `${said}, ${share}`);
  if (at.money > 0) parts.push(inMoney(at.money));
  return parts.join(' · ');
}

/** How many went a way: "66, 31 %". */
function countOf(path: Path, figures: PathFigures | null, { from, to, by, label }: PlacedWay): string {
  const at = figuresAt(figures, from);
  const step = stepOf(path, from);
  if (!at || !step) return '';
  if (step.kind === 'offer') return leadsOneWay(path, from) ? '' : counted(by === 'yes' ? at.taken : at.left);
  const went = step.kind === 'checkout' && by === 'next' ? at.taken : (at.wentOn.find((w) => w.to === to)?.count ?? 0);
  // Beside an upright there is room for little.
  const share = label.beside ? '' : percent(shareOf(went, at.came));
  return share === '' ? counted(went) : `${counted(went)}, ${share}`;
}

/** Between these the stream is wide, by the share of all who began that goes a way; its weight while nothing is counted. */
const [THINNEST, WIDEST] = [4, 16];

function weightOf(path: Path, figures: PathFigures | null, way: PlacedWay): { strokeWidth: number } | undefined {
  const began = figuresAt(figures, path.start);
  const at = figuresAt(figures, way.from);
  const step = stepOf(path, way.from);
  if (!began || !at || !step || !way.stream || began.came < FEWEST_FOR_SHARES) return undefined;
  const went = step.kind === 'page' ? (at.wentOn.find((w) => w.to === way.to)?.count ?? 0) : at.taken + at.left;
  return { strokeWidth: Math.max(THINNEST, Math.min(WIDEST, WIDEST * Math.sqrt(went / began.came))) };
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
      return along(['next', 'yes']) ?? along(['button', 'no', 'turned-back']);
    case 'ArrowDown':
      return along(['no', 'turned-back', 'button']);
    case 'ArrowLeft':
      return back[0]?.from ?? null;
    case 'ArrowUp':
      return back.find((j) => j.by !== 'next' && j.by !== 'yes')?.from ?? null;
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
