import { CountFill } from '../../price/Fill';

/** How often a member can fetch a file to take along, and how long a link to it works. */
export function TakeawayLimits({
  downloads,
  place,
  onChange,
}: {
  downloads: { limit: number; linkHours: number };
  /** Where else its files are looked at: "its lesson". */
  place: string;
  onChange: (recipe: (downloads: { limit: number; linkHours: number }) => void) => void;
}) {
  return (
    <section className="sec">
      <p className="sentence">
        Each member can fetch a file to take along{' '}
        <CountFill
          label="How many times each member can fetch a file"
          value={downloads.limit}
          from={1}
          to={1_000}
          onChange={(limit) =>
            onChange((d) => {
              d.limit = limit;
            })
          }
        />{' '}
        times; a link to it works for{' '}
        <CountFill
          label="How many hours a link to a file works"
          value={downloads.linkHours}
          from={1}
          to={720}
          onChange={(hours) =>
            onChange((d) => {
              d.linkHours = hours;
            })
          }
        />{' '}
        hours. What is looked at in {place} is not counted.
      </p>
    </section>
  );
}
