import type { Draft } from '../data/draft';
import { KeysTable } from '../frame/KeysPanel';
import { leave } from '../data/ownerApi';
import { useAppDispatch, useAppSelector } from '../store';
import { keysSwitched } from '../store/frame';
import { Sessions } from './Sessions';
import { shopWords } from '#say/shop';
const say = shopWords.keysAndDevices;

/** Single keys on or off, and taking this window's right to the shop away. */
export function KeysAndDevices({ draft }: { draft: Draft }) {
  const dispatch = useAppDispatch();
  const { keysOn } = useAppSelector((state) => state.frame);
  return (
    <section className="sec">
      <h3 className="mb-1">{say.keyboardDevices}</h3>
      <label className="flex items-center gap-2">
        <input
          type="checkbox"
          className="checkbox checkbox-sm"
          checked={keysOn}
          onChange={(event) => dispatch(keysSwitched(event.target.checked))}
        />{' '}
        {say.singleKeyShortcuts}
      </label>
      <details className="mt-2">
        <summary className="cursor-pointer">{say.allShortcuts}</summary>
        <KeysTable />
      </details>
      <p className="mt-3">
        <button className="btn btn-quiet btn-sm" onClick={() => void leave().then(() => location.reload())}>
          {say.disconnectBrowserFromShop}
        </button>{' '}
        <span className="cap">{say.draftsStayHereAddress}</span>
      </p>
      <Sessions draft={draft} />
    </section>
  );
}
