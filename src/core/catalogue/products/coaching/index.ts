import { minutesOf, openStretches } from '#core/booking';
import { wordsFor } from '#core/words';
import type { ContentFinding, ProductKind } from '../kind';
import { NOTHING_INSIDE } from '../nothingInside';
import { Coaching } from './coaching';

export { asBooked, Coaching, CoachingQuestion } from './coaching';

export const coachingKind: ProductKind<Coaching> = {
  ...NOTHING_INSIDE,
  withdrawal: 'services',
  kind: 'coaching',
  name: 'Coaching sessions',
  explains: 'A number of sessions with you, which buyers book themselves in the hours you open.',
  several: 'Coaching',
  schema: Coaching,
  fresh: (base) => ({
    ...base,
    kind: 'coaching',
    sessions: 4,
    each: 'once',
    minutes: 60,
    grid: 30,
    hours: { week: [[], [], [], [], [], [], []], exceptions: [] },
    noticeHours: 24,
    bufferBefore: 0,
    bufferAfter: 15,
    aheadDays: 60,
    mostPerDay: null,
    place: '',
    questions: [],
  }),
  upgrade: (coaching) => coaching,
  holds: ({ hours }) => isEverOpen(hours),
  findings: findingsOfCoaching,
  describe: ({ sessions, each, minutes }, locale) => wordsFor(locale).pages.sessions(sessions, minutes, each),
  sessions: ({ sessions, each }) => ({ count: sessions, each }),
};

const isEverOpen = ({ week, exceptions }: Coaching['hours']): boolean =>
  week.some((spans) => spans.length > 0) || exceptions.some(({ spans }) => spans.length > 0);

/** What a launch check finds about coaching. @param title as it is quoted */
function findingsOfCoaching(coaching: Coaching, title: string): ContentFinding[] {
  const { hours, minutes, place, questions } = coaching;
  const spans = [...hours.week.flat(), ...hours.exceptions.flatMap((one) => one.spans)];
  if (!isEverOpen(hours))
    return [
      {
        code: 'no-open-hours',
        text: `${title} has no open hours: a buyer would pay and could book nothing.`,
        empties: true,
      },
    ];
  const found: ContentFinding[] = [];
  if (spans.some(({ from, to }) => minutesOf(from) >= minutesOf(to)))
    found.push({ code: 'hours-backwards', text: `${title} has open hours that end before they begin.` });
  else if (!hasRoom(coaching))
    found.push({
      code: 'hours-too-short',
      text: `${title}: no stretch of open hours is as long as a session of ${minutes} minutes.`,
    });
  if (place.trim() === '')
    found.push({ code: 'no-place', text: `${title} does not say where a session takes place, or how to join it.` });
  if (questions.some(({ text }) => text.trim() === ''))
    found.push({ code: 'question-empty', text: `${title} asks something that has no words yet.` });
  return found;
}

/** Whether a session fits somewhere: in a plain week, or on a date of its own. */
function hasRoom({ hours, minutes }: Coaching): boolean {
  const fits = ({ from, until }: { from: number; until: number }): boolean => until - from >= minutes * 60_000;
  // Any week tells: 2024 began with a Monday.
  const plain = openStretches({ ...hours, exceptions: [] }, 'UTC', '2024-01-01', '2024-01-08');
  return plain.some(fits) || hours.exceptions.some(({ date }) => openStretches(hours, 'UTC', date, date).some(fits));
}
