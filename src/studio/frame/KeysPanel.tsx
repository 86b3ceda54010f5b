import { useEffect, useRef } from 'react';
import { useAppDispatch, useAppSelector } from '../store';
import { keysShownToggled, keysSwitched } from '../store/frame';
import { KEYS } from './useKeys';
import { frameWords } from '#say/frame';
const say = frameWords.keysPanel;

/** Every key, and the switch for the single ones. It stands over the sheet until it is closed. */
export function KeysPanel() {
  const dispatch = useAppDispatch();
  const { keysShown, keysOn } = useAppSelector((state) => state.frame);
  const heading = useRef<HTMLHeadingElement>(null);
  useEffect(() => {
    if (!keysShown) return;
    const before = document.activeElement as HTMLElement | null;
    heading.current?.focus();
    return () => before?.focus();
  }, [keysShown]);
  if (!keysShown) return null;
  return (
    <section className="keys-panel" aria-labelledby="keys-heading">
      <div className="flex items-baseline justify-between gap-6">
        <h2 id="keys-heading" ref={heading} tabIndex={-1}>
          {say.keyboardShortcuts}
        </h2>
        <button className="opt" onClick={() => dispatch(keysShownToggled(false))}>
          {say.closeEsc}
        </button>
      </div>
      <KeysTable />
      <label className="mt-2 flex items-center gap-2">
        <input
          type="checkbox"
          className="checkbox checkbox-sm"
          checked={keysOn}
          onChange={(event) => dispatch(keysSwitched(event.target.checked))}
        />{' '}
        {say.singleKeyShortcuts}
      </label>
    </section>
  );
}

export function KeysTable() {
  return (
    <table className="mt-2 w-full">
      <tbody>
        {KEYS.map(([keys, does]) => (
          <tr key={keys} className="border-t border-line">
            <td className="py-1 pr-6 font-semibold whitespace-nowrap">{keys}</td>
            <td className="py-1">{does}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
