import type { Takeaways } from '#core/catalogue';
import { ChoiceFill, CountFill } from '../../price/Fill';
import { makeInsideWords } from '#say/make/inside';
const say = makeInsideWords.takeawayLimits;

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
        {say.each(what)}{' '}
        <CountFill
          label={say.howManyTimesEach}
          value={downloads.limit}
          from={1}
          to={1_000}
          onChange={(limit) =>
            onChange((d) => {
              d.limit = limit;
            })
          }
        />{' '}
        {say.timesDownloadLinkWorks}{' '}
        <CountFill
          label={say.howManyHoursDownload}
          value={downloads.linkHours}
          from={1}
          to={720}
          onChange={(hours) =>
            onChange((d) => {
              d.linkHours = hours;
            })
          }
        />{' '}
        {say.hoursPdfs}{' '}
        <ChoiceFill
          label={say.whatStampedPdfs}
          value={downloads.named === true ? 'named' : 'bare'}
          choices={[
            ['bare', say.notStamped],
            ['named', say.stampedNameAddressOrder],
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
