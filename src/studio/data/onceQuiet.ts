/**
 * Does something once nobody has pressed a key for so long: what is done ahead takes no time from what is typed.
 * @returns stops waiting
 */
export function onceQuiet(ms: number, act: () => void): () => void {
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
    removeEventListener('keydown', again, true);
  }
  addEventListener('keydown', again, true);
  return stop;
}
