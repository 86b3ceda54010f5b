import { frameWords } from '#say/frame';
const say = frameWords.showMore;
const STEP = 100;

/** Under a list that shows only its first rows: how many of all, and the way to more. */
export function ShowMore({ shown, of, onMost }: { shown: number; of: number; onMost: (most: number) => void }) {
  if (of <= shown) return null;
  return (
    <p className="cap mt-2">
      {say.of(shown.toLocaleString('en'), of.toLocaleString('en'))}{' '}
      <button className="opt" onClick={() => onMost(shown + STEP)}>
        {say.showMore(Math.min(STEP, of - shown))}
      </button>
    </p>
  );
}
