import { useEffect } from 'react';
import { useNavigate } from 'react-router';
import { store, useAppDispatch } from '../store';
import { buyerViewToggled, keysShownToggled, outcomeToggled, publishToggled } from '../store/frame';
import { STAGES } from './stages';
import { frameWords } from '#say/frame';
const say = frameWords.useKeys;

/** What each single key does, for the list that `?` opens. */
export const KEYS: readonly (readonly [keys: string, does: string])[] = [
  ['0 – 6', say.todaySixStages],
  [say.orS, say.searchEverything],
  ['n', say.createSomethingNew],
  [say.uD, say.previousNextItem],
  ['b', say.seeAsBuyerBack],
  ['r', say.rehearsePaymentsPrice],
  ['k', say.whatMustFixedEvery],
  [say.orO, say.collapseShowPreview],
  [say.ctrlCmdZ, say.undoShiftRedo],
  [say.ctrlCmdEnter, say.publish],
  ['F6', say.moveFromPanePane],
  ['?', say.thisList],
];

/** How long single keys rest after a press in the sheet. */
const REST_MS = 1_500;
/** And after each key that was typed while they rested: no longer than between two keys of a word, so that who means a command has it with the next press. */
const TYPING_MS = 600;

const PANES = ['rail', 'index', 'sheet', 'outcome', 'foot'];

/** Single keys, never while something is being typed; they can be switched off. */
export function useKeys(): void {
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  useEffect(() => {
    const single: Record<string, () => void> = {
      b: () => dispatch(buyerViewToggled(!store.getState().frame.buyerView)),
      k: () => dispatch(publishToggled('changes')),
      '.': () => dispatch(outcomeToggled()),
      o: () => dispatch(outcomeToggled()),
      '/': () => void navigate('/search'),
      s: () => void navigate('/search'),
      n: () => document.querySelector<HTMLElement>('[data-new]')?.click(),
      '[': () => step(-1),
      u: () => step(-1),
      ']': () => step(1),
      d: () => step(1),
      r: () => document.querySelector<HTMLElement>('[data-rehearse]')?.click(),
      '?': () => dispatch(keysShownToggled(true)),
      '0': () => void navigate('/'),
    };
    STAGES.forEach(({ to }, i) => {
      single[String(i + 1)] = () => void navigate(to);
    });

    // Who has just pressed a button of the sheet may go on typing, and means text: for a moment, and as long as the
    // typing goes on, single keys do nothing.
    let restingUntil = 0;
    function onPress(event: MouseEvent): void {
      if ((event.target as HTMLElement).closest?.('[data-pane="sheet"] button'))
        restingUntil = event.timeStamp + REST_MS;
    }

    function onKey(event: KeyboardEvent): void {
      const target = event.target as HTMLElement;
      const { frame } = store.getState();
      // Who goes elsewhere by key is not typing.
      if (['F6', 'Tab', 'Escape'].includes(event.key)) restingUntil = 0;
      if (event.key === 'F6') {
        event.preventDefault();
        return toPane(event.shiftKey ? -1 : 1);
      }
      if ((event.ctrlKey || event.metaKey) && event.key === 'Enter') return void dispatch(publishToggled('changes'));
      if (event.key === 'Escape' && frame.buyerView) return void dispatch(buyerViewToggled(false));
      if (event.key === 'Escape' && frame.keysShown) return void dispatch(keysShownToggled(false));
      if (event.key === 'Escape' && frame.publishing) return void dispatch(publishToggled(false));
      if (
        !frame.keysOn ||
        event.ctrlKey ||
        event.metaKey ||
        event.altKey ||
        target.closest('input, textarea, select, [contenteditable], [role="separator"]')
      )
        return;
      if (event.timeStamp < restingUntil) {
        if (event.key.length === 1) restingUntil = Math.max(restingUntil, event.timeStamp + TYPING_MS);
        return;
      }
      const act = single[event.key];
      if (!act) return;
      event.preventDefault();
      act();
    }
    addEventListener('keydown', onKey);
    addEventListener('click', onPress, true);
    return () => {
      removeEventListener('keydown', onKey);
      removeEventListener('click', onPress, true);
    };
  }, [navigate, dispatch]);
}

/** The row before or after the one in hand, in the index or else in the sheet's list. */
function step(by: -1 | 1): void {
  const rows = [...document.querySelectorAll<HTMLElement>('.index .row:not([data-new])')];
  const list =
    rows.length > 0 && !document.querySelector('.sheet tr[data-row]')
      ? rows
      : [...document.querySelectorAll<HTMLElement>('.sheet tr[data-row] a')];
  const at = list.findIndex(
    (row) => row.getAttribute('aria-current') === 'true' || row.closest('tr')?.getAttribute('aria-selected') === 'true',
  );
  const next = list[at < 0 ? 0 : at + by];
  next?.click();
  next?.scrollIntoView({ block: 'nearest' });
}

/** Focus goes to the next pane that is there, and round again. */
function toPane(by: -1 | 1): void {
  const panes = PANES.flatMap((name) =>
    [...document.querySelectorAll<HTMLElement>(`[data-pane="${name}"]`)].filter(
      (pane) => pane.offsetParent !== null || pane.getClientRects().length > 0,
    ),
  );
  const at = panes.findIndex((pane) => pane.contains(document.activeElement));
  const pane = panes[(at + by + panes.length) % panes.length];
  const first = [
    ...(pane?.querySelectorAll<HTMLElement>(
      '[aria-current], a[href], button:not([disabled]), input, textarea, select',
    ) ?? []),
  ].find((e) => e.getClientRects().length > 0);
  (pane?.dataset['pane'] === 'sheet' || pane?.dataset['pane'] === 'outcome' ? pane : (first ?? pane))?.focus();
}
