import { wordsFor } from '#core/words';
import { DEFAULT_TAKEAWAYS, limitsOf } from '../../takeaways';
import { nameOfLink } from '../download';
import type { ContentFinding, Opening, ProductKind } from '../kind';
import { linkProblem } from '../link';
import { LiveClass } from './liveClass';

export { ClassDate, LiveClass } from './liveClass';

export const liveClassKind: ProductKind<LiveClass> = {
  kind: 'live-class',
  name: 'A live class',
  explains: 'Dates you set, with so many seats; how to join is shown at its time, the recording stays.',
  several: 'Classes',
  schema: LiveClass,
  fresh: (base) => ({
    ...base,
    kind: 'live-class',
    dates: [],
    pick: 'one',
    soldAfter: false,
    noticeHours: 24,
    downloads: { ...DEFAULT_TAKEAWAYS },
  }),
  upgrade: (product) => product,
  holds: ({ dates }) => dates.length > 0,
  findings: findingsOfClass,
  files: ({ dates }) => dates.flatMap(({ recording }) => recording.files),
  earlier: ({ dates }) =>
    dates.flatMap(({ recording }) => recording.files.flatMap((file) => (file.earlier ?? []).map((e) => e.sha256))),
  describe({ dates, pick }, locale) {
    const say = wordsFor(locale).pages;
    const [first] = dates;
    const alike = dates.every(({ minutes }) => minutes === first?.minutes);
    const recordings = dates.filter(({ recording }) => recording.files.length + recording.links.length > 0).length;
    const held = say.dates(dates.length, alike && first ? first.minutes : null, pick);
    return recordings === 0 ? held : `${held}${say.and}${say.recordings(recordings)}`;
  },
  openings: ({ dates }) => dates.flatMap(({ recording }) => recordingsOf(recording)),
  parts: () => null,
  contains: () => [],
  opensAs: 'itself',
  withdrawal: 'dated',
  // A date that was published somebody may have a seat at: it is moved or called off, and not taken out.
  places: ({ dates }) =>
    dates
      .flatMap(({ id, recording: { files, links } }) => [id, ...[...files, ...links].map((one) => one.id)])
      .map((id) => ({ id, shown: true })),
  written: () => [],
  named: () => [],
  seats: ({ dates, pick, soldAfter }) => ({ dates, pick, soldAfter }),
  limits: ({ downloads }) => limitsOf(downloads),
};

/** What was kept of a date: to take along, for whoever holds a pass. */
const recordingsOf = ({ files, links }: LiveClass['dates'][number]['recording']): Opening[] => [
  ...files.map((file): Opening => ({ id: file.id, name: file.name, file, url: null, part: null, use: 'taken' })),
  ...links.map((link): Opening => ({
    id: link.id,
    name: nameOfLink(link),
    file: null,
    url: link.url.trim(),
    part: null,
    use: 'taken',
  })),
];

/** What a launch check finds about a class. @param title as it is quoted */
function findingsOfClass({ dates }: LiveClass, title: string): ContentFinding[] {
  if (dates.length === 0)
    return [
      {
        code: 'no-dates',
        text: `${title} has no date yet: a buyer would pay and have nothing to go to.`,
        empties: true,
      },
    ];
  const found: ContentFinding[] = [];
  if (new Set(dates.map(({ begins, zone }) => `${begins}/${zone}`)).size < dates.length)
    found.push({ code: 'dates-alike', text: `${title} has two dates at the same time.` });
  if (dates.some(({ join }) => join.trim() === ''))
    found.push({ code: 'no-place', text: `${title} has a date that does not say how to join it, or where it is.` });
  for (const link of dates.flatMap(({ recording }) => recording.links)) {
    const problem = linkProblem(link);
    if (problem !== null) found.push({ code: 'link-wrong', text: `${title}: ${problem}` });
  }
  return found;
}
