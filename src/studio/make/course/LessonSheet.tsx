import { Link, useNavigate } from 'react-router';
import { dateIn } from '#core/calendar';
import { type Course, type Lesson, lessonOf } from '#core/catalogue';
import { useNow } from '../../data/useNow';
import type { Draft } from '../../data/draft';
import { TitleField } from '../../frame/TitleField';
import { ChoiceFill } from '../../price/Fill';
import { changeCourse, changeLesson } from './changeCourse';
import { PlanFill } from '../inside/PlanFill';
import { Takeaways } from '../written/Takeaways';
import type { EditWritten } from '../written/written';
import { WrittenBlocks } from '../written/WrittenBlocks';
import { QuizEditor } from './QuizEditor';
import { makeCourseWords } from '#say/make/course';
const say = makeCourseWords.lessonSheet;

/** One lesson of a course, edited in one column. */
export function LessonSheet({ draft, product, partId }: { draft: Draft; product: Course; partId: string }) {
  const navigate = useNavigate();
  const today = dateIn(useNow(), draft.content.shop.zone);
  const lesson = lessonOf(product, partId);
  const back = (
    <Link className="opt" to={`/make/${product.id}`}>
      {say.allOf(product.title || say.theCourse)}
    </Link>
  );
  if (!lesson)
    return (
      <>
        <p>{back}</p>
        <p className="mt-4">{say.lessonNoLongerCourse}</p>
      </>
    );
  const edit = (recipe: (l: Lesson) => void): void => void changeLesson(product.id, lesson.id, recipe);
  const write: EditWritten = (recipe) => changeLesson(product.id, lesson.id, recipe);
  const isLive = draft.live?.content.products.some((p) => p.kind === 'course' && lessonOf(p, lesson.id)) ?? false;
  return (
    <>
      <p className="mb-2">{back}</p>
      <TitleField
        label={say.titleLesson}
        placeholder={say.whatLessonCalled}
        value={lesson.title}
        onChange={(title) =>
          edit((l) => {
            l.title = title;
          })
        }
      />
      <p className="sentence mt-2">
        {say.itUnlocks}{' '}
        <PlanFill
          label={say.whenLessonUnlocks}
          plan={lesson.plan}
          today={today}
          choices={[
            ['as-around', say.itsModule],
            ['after', say.later],
            ['on', say.justOn],
          ]}
          onChange={(plan) =>
            edit((l) => {
              l.plan = plan;
            })
          }
        />
        {say.is}{' '}
        <ChoiceFill
          label={say.whoCanRead}
          value={lesson.putAway ? 'away' : lesson.heldBack ? 'held' : lesson.sample ? 'sample' : 'members'}
          choices={[
            ['members', say.forMembers],
            ['sample', say.freeSampleEveryone],
            ['held', say.hiddenNow],
            ...(isLive || lesson.putAway ? [['away', say.archivedThoseWhoHad] as const] : []),
          ]}
          onChange={(who) =>
            edit((l) => {
              l.sample = who === 'sample';
              l.heldBack = who === 'held';
              if (who === 'away') l.putAway = true;
              else delete l.putAway;
            })
          }
        />
        {say.finishingCourse}{' '}
        <ChoiceFill
          label={say.whetherCountsTowardsFinishing}
          value={lesson.counts ? 'with' : 'without'}
          choices={[
            ['with', say.required],
            ['without', say.optional],
          ]}
          onChange={(how) =>
            edit((l) => {
              l.counts = how === 'with';
            })
          }
        />
        .
      </p>
      <WrittenBlocks written={lesson} edit={write} />
      <Takeaways written={lesson} edit={write} named={product.downloads.named === true} />
      <QuizEditor productId={product.id} lesson={lesson} />
      <section className="sec">
        {isLive ? (
          <p className="cap">{say.lessonLiveMembersMay}</p>
        ) : (
          <button
            className="opt"
            onClick={() => {
              void changeCourse(product.id, (c) => {
                for (const m of c.modules) m.lessons = m.lessons.filter((l) => l.id !== lesson.id);
              });
              void navigate(`/make/${product.id}`);
            }}
          >
            {say.removeLesson}
          </button>
        )}
      </section>
    </>
  );
}
