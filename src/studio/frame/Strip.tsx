import { useEffect, useState } from 'react';
import { mayDo } from '#core/helpers';
import { formatDay, formatTime, msOf } from '#core/calendar';
import { type About, ownerApi, sentenceOf, useMoveClockMutation } from '../data/ownerApi';
import { useAppDispatch } from '../store';
import { frameWords } from '#say/frame';
const say = frameWords.strip;

const STEPS = [
  ['next', say.nextEvent],
  ['day', say.day],
  ['week', say.week],
  ['month', say.month],
] as const;

/** Says on every screen that no real money moves; in a demo it holds the clock. */
export function Strip({ about, zone }: { about: About; zone: string }) {
  const [move, moving] = useMoveClockMutation();
  const dispatch = useAppDispatch();
  const long = moving.isLoading;
  // A long jump is followed while it lasts, so that nobody wonders whether anything happens.
  useEffect(() => {
    if (!long) return;
    const timer = setInterval(() => dispatch(ownerApi.util.invalidateTags(['About'])), 700);
    return () => clearInterval(timer);
  }, [long, dispatch]);
  const done =
    about.clockMove && msOf(about.clockMove.to) > msOf(about.clockMove.from)
      ? Math.round(
          (100 * (msOf(about.now) - msOf(about.clockMove.from))) /
            (msOf(about.clockMove.to) - msOf(about.clockMove.from)),
        )
      : null;
  const [said, setSaid] = useState<string | null>(null);
  if (about.mode === 'test')
    return (
      <div className="hatched-strip px-5 py-0.5 text-center">
        <span>{say.testShopNoReal}</span>
      </div>
    );
  return (
    <div className="hatched-strip flex flex-wrap items-center justify-center gap-x-2 gap-y-1 px-5 py-0.5">
      <span>
        {say.demoShop(
          formatDay(about.now, zone, 'en', { year: true, weekday: true }),
          formatTime(about.now, zone, 'en'),
        )}
      </span>
      {mayDo(about.you.rights, 'everything') &&
        STEPS.map(([by, label]) => (
          <button
            key={by}
            className="btn btn-quiet btn-sm"
            disabled={moving.isLoading}
            onClick={() =>
              void move(by)
                .unwrap()
                .then(
                  () => setSaid(null),
                  (error: unknown) => setSaid(sentenceOf(error)),
                )
            }
          >
            {label}
          </button>
        ))}
      <span role="status">
        {moving.isLoading
          ? say.movingTimeForward(done === null || done <= 0 ? '' : ` ${Math.min(99, done)} %`)
          : (said ?? say.youCanOnlyMove)}
      </span>
    </div>
  );
}
