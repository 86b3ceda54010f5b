/**
 * Does something once nobody has pressed a key for so long: what is done ahead takes no time from what is typed.
 * @param keys where keys are pressed
 * @returns stops waiting
 */
export function onceQuiet(ms: number, act: () => void, keys: EventTarget = globalThis): () => void {
  const go = (): void => {
    stop();
    act();
  };
  let timer = setTimeout(go, ms);
  const again = (): void => {
    clearTimeout(timer);
    timer = setTimeout(go, ms);
  };
  function stop(): void {
    clearTimeout(timer);
    keys.removeEventListener('keydown', again, { capture: true });
  }
  keys.addEventListener('keydown', again, { capture: true });
  return stop;
}
