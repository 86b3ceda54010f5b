import { formatDay, type Instant } from '#core/calendar';
import { type Course, lessonOf, partsOfCourse } from '#core/catalogue';
import { openingsOf, openParts } from '#core/opening';
import { wordsFor } from '#core/words';
import { courseView, type Learner, lessonView } from '../../../pages/data/courseData';
import { CoursePage } from '../../../pages/learn/CoursePage';
import { LessonPage } from '../../../pages/learn/LessonPage';
import type { Draft } from '../../data/draft';
import { useJoining } from '../inside/useJoining';
import { OnTheWay } from './OnTheWay';
import { useFileUrls } from '../written/useFileUrls';
import { makeCourseWords } from '#say/make/course';
const say = makeCourseWords.memberWillHave;

/** What somebody who joins on a day will have, and when; and how it looks to them some days later. */
export function MemberWillHave({
  draft,
  product,
  partId,
}: {
  draft: Draft;
  product: Course;
  partId: string | undefined;
}) {
  const { shop } = draft.content;
  const { standing, at, joins, later } = useJoining(shop.zone, product.hour);
  const whole = partsOfCourse(product);
  const when = openingsOf(whole, standing);
  const opened = { parts: openParts(whole, standing, at), when };
  return (
    <>
      <section className="pb-3">
        <h2 className="mb-1">{say.whatMembersWillSee}</h2>
        {joins}
        <Openings product={product} when={when} zone={shop.zone} />
      </section>
      {draft.live?.content.products.some(({ id }) => id === product.id) && (
        <OnTheWay product={product} zone={shop.zone} />
      )}
      <section className="sec">
        {later}
        <PhoneLook draft={draft} product={product} partId={partId} opened={opened} at={at} />
      </section>
    </>
  );
}

/** When each module opens, and lessons that open apart from theirs. */
function Openings({
  product,
  when,
  zone,
}: {
  product: Course;
  when: ReadonlyMap<string, { at: Instant | null; after: string | null }>;
  zone: string;
}) {
  const rows = product.modules.flatMap((module, i) => {
    const own = when.get(module.id);
    const apart = module.lessons.flatMap((lesson) => {
      const at = when.get(lesson.id);
      return at && own && (at.at !== own.at || at.after !== own.after)
        ? [{ id: lesson.id, title: lesson.title || say.untitled, ...at }]
        : [];
    });
    return own ? [{ id: module.id, title: module.title || say.module(i + 1), ...own }, ...apart] : [];
  });
  if (rows.length === 0) return <p className="mt-2 text-ink-2">{say.nothingYetThereNo}</p>;
  const titleOf = (id: string): string =>
    product.modules.find((m) => m.id === id)?.title || (lessonOf(product, id)?.title ?? '');
  return (
    <ul className="mt-2">
      {rows.map((row) => (
        <li key={row.id} className="flex justify-between gap-3 border-t border-line py-1">
          <span className="min-w-0 break-words" dir="auto">
            {row.title}
          </span>
          <span className="text-end text-access">
            {row.at !== null
              ? formatDay(row.at, zone, 'en')
              : row.after !== null
                ? say.after(titleOf(row.after) || say.oneBefore)
                : say.never}
          </span>
        </li>
      ))}
    </ul>
  );
}

function PhoneLook({
  draft,
  product,
  partId,
  opened,
  at,
}: {
  draft: Draft;
  product: Course;
  partId: string | undefined;
  opened: Learner['opened'];
  at: Instant;
}) {
  const { shop } = draft.content;
  const lesson = partId === undefined ? undefined : lessonOf(product, partId);
  const urls = useFileUrls(lesson);
  const words = wordsFor(shop.locale);
  const reading = { now: at, shop, locale: shop.locale, words };
  const who: Learner = {
    opened,
    progress: undefined,
    has: true,
    courseHref: '#',
    lessonHref: () => '#',
    certificateHref: () => '#',
    fileHref: (file) => urls.get(file.sha256) ?? '',
  };
  return (
    <div className="phone-look" inert>
      {lesson ? (
        <LessonPage key={lesson.id} lesson={lessonView(reading, product, lesson, who, null)} words={words.course} />
      ) : (
        <CoursePage course={courseView(reading, product, who)} words={words.course} />
      )}
    </div>
  );
}
