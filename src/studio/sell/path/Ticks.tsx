/** Some of several, each a box to tick in a sentence. */
export function Ticks({
  label,
  all,
  chosen,
  onChange,
}: {
  label: string;
  all: readonly (readonly [string, string])[];
  chosen: readonly string[];
  onChange: (chosen: string[]) => void;
}) {
  return (
    <span role="group" aria-label={label} className="inline-flex flex-wrap gap-x-4">
      {all.map(([id, words]) => (
        <label key={id} className="inline-flex min-h-6 items-center gap-1.5">
          <input
            type="checkbox"
            className="size-4"
            checked={chosen.includes(id)}
            // In the order of all, and nothing that is gone.
            onChange={(event) =>
              onChange(
                all.map(([one]) => one).filter((one) => (one === id ? event.target.checked : chosen.includes(one))),
              )
            }
          />
          {words}
        </label>
      ))}
    </span>
  );
}
