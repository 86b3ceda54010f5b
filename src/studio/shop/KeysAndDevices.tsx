import type { Draft } from '../data/draft';
import { KeysTable } from '../frame/KeysPanel';
import { leave } from '../data/ownerApi';
import { useAppDispatch, useAppSelector } from '../store';
import { keysSwitched } from '../store/frame';
import { Sessions } from './Sessions';

/** Single keys on or off, and taking this window's right to the shop away. */
export function KeysAndDevices({ draft }: { draft: Draft }) {
  const dispatch = useAppDispatch();
  const { keysOn } = useAppSelector((state) => state.frame);
  return (
    <section className="sec">
      <h3 className="mb-1">Keys and devices</h3>
      <label className="flex items-center gap-2">
        <input
          type="checkbox"
          className="checkbox checkbox-sm"
          checked={keysOn}
          onChange={(event) => dispatch(keysSwitched(event.target.checked))}
        />{' '}
        Single keys do something
      </label>
      <details className="mt-2">
        <summary className="cursor-pointer">All keys</summary>
        <KeysTable />
      </details>
      <p className="mt-3">
        <button className="btn btn-quiet btn-sm" onClick={() => void leave().then(() => location.reload())}>
          Disconnect this browser from the shop
        </button>{' '}
        <span className="cap">Drafts stay here; the address with the owner’s key connects it again.</span>
      </p>
      <Sessions draft={draft} />
    </section>
  );
}
