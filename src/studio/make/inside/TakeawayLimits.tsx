import type { Takeaways } from '#core/catalogue';
import { ChoiceFill, CountFill } from '../../price/Fill';

/** How often a member can fetch a file to take along, and how long a link to it works. */
export function TakeawayLimits({
  downloads,
  what,
  after,
  onChange,
}: {
  downloads: Takeaways;
  /** Who fetches what: "member can fetch a file to take along". */
  what: string;
  /** What else there is to know of it. */
  after: string;
  onChange: (recipe: (downloads: Takeaways) => void) => void;
}) {
  return (
    <section className="sec">
      <p className="sentence">
        Each {what}{' '}
        <CountFill
          label="How many times a file can be fetched"
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
        hours. PDFs carry{' '}
        <ChoiceFill
          label="What PDFs carry"
          value={downloads.named === true ? 'named' : 'bare'}
          choices={[
            ['bare', 'nothing more'],
            ['named', 'name, address and order at the foot of each page'],
          ]}
          onChange={(how) =>
            onChange((d) => {
              if (how === 'named') d.named = true;
              else delete d.named;
            })
          }
        />
        .
      </p>
      <p className="cap">{after}</p>
    </section>
  );
}
