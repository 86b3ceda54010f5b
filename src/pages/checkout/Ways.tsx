import type { WayToPay } from '#core/ways';
import { useFormWords } from './formWords';

/** By which way, where there are several. */
export function Ways({
  ways,
  chosen,
  onChoose,
}: {
  ways: readonly WayToPay[];
  chosen: WayToPay;
  onChoose: (way: WayToPay) => void;
}) {
  const words = useFormWords();
  if (ways.length < 2) return null;
  return (
    <fieldset>
      <legend className="mb-1 font-semibold">{words.payBy}</legend>
      <div className="ways">
        {ways.map((way) => (
          <label key={way} className="way">
            <input
              type="radio"
              name="way"
              value={way}
              className="sr-only"
              checked={way === chosen}
              onChange={() => onChoose(way)}
            />
            {words.ways[way]}
          </label>
        ))}
      </div>
    </fieldset>
  );
}
