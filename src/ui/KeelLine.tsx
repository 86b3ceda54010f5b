import { type KeyboardEvent, useId, useState } from 'react';
import { type KeelStory, keelRows, layoutKeelLine, NARROWEST } from '#core/drawing';
import { wordsFor } from '#core/words';
import { KeelDrawing, MarkSample } from './KeelDrawing';

interface Props {
  story: KeelStory;
  /** The statement: the drawing's name for those who cannot see it. */
  name: string;
  width: number;
  small?: boolean;
  largest?: number;
  /** Milliseconds that drawings side by side share. */
  span?: number;
  /** On buyers' pages the same facts stand beside it as text, so the drawing says nothing aloud. */
  decorative?: boolean;
}

/** The signature drawing: money above the line, access below, dates to scale. One tab stop; arrows go from mark to mark. */
export function KeelLine({ story, name, width, small = false, largest, span, decorative = false }: Props) {
  const layout = layoutKeelLine(story, width, {
    small,
    ...(largest === undefined ? {} : { largest }),
    ...(span === undefined ? {} : { span }),
  });
  const [inHand, setInHand] = useState<number | null>(null);
  const [asList, setAsList] = useState(false);
  const hatch = useId();
  const phrases = [...layout.marks.map((m) => m.phrase)];

  function onKeyDown(event: KeyboardEvent): void {
    const step = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
    const end = event.key === 'Home' ? 0 : event.key === 'End' ? phrases.length - 1 : null;
    if (step === 0 && end === null) return;
    event.preventDefault();
    setInHand(
      (now) => end ?? Math.min(phrases.length - 1, Math.max(0, (now ?? (step > 0 ? -1 : phrases.length)) + step)),
    );
  }

  if (decorative)
    return width < NARROWEST ? null : (
      <KeelDrawing layout={layout} hatch={hatch} small={small} inHand={null} onHold={() => undefined} />
    );
  if (asList || width < NARROWEST) {
    return (
      <div>
        <KeelList story={story} name={name} />
        {width >= NARROWEST && (
          <button className="opt" onClick={() => setAsList(false)}>
            Show as a drawing
          </button>
        )}
      </div>
    );
  }
  const keyed = layout.states.length > 1 || layout.states.some((s) => s !== 'to-come' && s !== 'paid') || layout.held;
  return (
    <div>
      <div
        role="group"
        aria-label={name}
        aria-roledescription="drawing of payments and access"
        tabIndex={0}
        onKeyDown={onKeyDown}
        onBlur={() => setInHand(null)}
        onMouseLeave={() => setInHand(null)}
      >
        <KeelDrawing layout={layout} hatch={hatch} small={small} inHand={inHand} onHold={setInHand} />
        <p className="cap min-h-5" aria-live="polite">
          {inHand === null ? '' : (phrases[inHand] ?? '')}
        </p>
      </div>
      <p className="cap flex flex-wrap items-center gap-x-3">
        {keyed &&
          layout.states.map((state) => (
            <span key={state} className="inline-flex items-center gap-1">
              <MarkSample state={state} />
              {wordsFor(story.locale).drawing.state(state)}
            </span>
          ))}
        {keyed && layout.held && (
          <span className="inline-flex items-center gap-1">
            <svg width="16" height="9" aria-hidden="true">
              <rect width="16" height="9" fill={`url(#${hatch})`} stroke="var(--access)" />
            </svg>
            on hold
          </span>
        )}
        <button className="opt !text-[13px]" onClick={() => setAsList(true)}>
          Show as list
        </button>
      </p>
    </div>
  );
}

/** The same facts as a table. */
export function KeelList({ story, name }: { story: KeelStory; name: string }) {
  return (
    <table className="w-full text-sm" aria-label={name}>
      <tbody>
        {keelRows(story).map((row, i) => (
          <tr key={i} className="border-t border-line align-baseline">
            <td className="py-1 pe-2 whitespace-nowrap">{row.day}</td>
            <td className="py-1 pe-2 break-words" dir="auto">
              {row.what}
            </td>
            <td className="py-1 text-end whitespace-nowrap text-money">{row.amount}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
