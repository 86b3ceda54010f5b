import { useEffect } from 'react';
import type { Draft } from '../data/draft';
import { stepBack, stepName } from '../data/undo';
import { useStepsInHand } from './useThingInHand';
import { frameWords } from '#say/frame';
const say = frameWords.undoButtons;

/** Undo and redo for the thing in hand, each saying what it would change. */
export function UndoButtons({ draft }: { draft: Draft }) {
  const { undo, redo } = useStepsInHand(draft);
  useEffect(() => {
    function onKey(event: KeyboardEvent): void {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
      // Inside a text control undo is the control's own.
      if ((event.target as HTMLElement).closest('input, textarea, select')) return;
      const chosen = event.shiftKey ? redo : undo;
      if (!chosen) return;
      event.preventDefault();
      void stepBack(chosen.key, event.shiftKey ? 'redo' : 'undo');
    }
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  }, [undo, redo]);
  if (!undo && !redo) return null;
  return (
    <span className="flex gap-4">
      {undo && (
        <button className="opt" onClick={() => void stepBack(undo.key, 'undo')}>
          {say.undo(stepName(undo.key, undo.step))}
        </button>
      )}
      {redo && (
        <button className="opt" onClick={() => void stepBack(redo.key, 'redo')}>
          {say.redo(stepName(redo.key, redo.step))}
        </button>
      )}
    </span>
  );
}
