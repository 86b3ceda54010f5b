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

/** One lesson of a course, edited in one column. */
export function LessonSheet({ draft, product, partId }: { draft: Draft; product: Course; partId: string }) {
  const navigate = useNavigate();
  const today = dateIn(useNow(), draft.content.shop.zone);
  const lesson = lessonOf(product, partId);
  const back = (
    <Link className="opt" to={`/make/${product.id}`}>
      All of {product.title || 'the course'}
    </Link>
  );
  if (!lesson)
    return (
      <>
        <p>{back}</p>
        <p className="mt-4">This lesson is not in the course any more.</p>
      </>
    );
  const edit = (recipe: (l: Lesson) => void): void => void changeLesson(product.id, lesson.id, recipe);
  const write: EditWritten = (recipe) => changeLesson(product.id, lesson.id, recipe);
  const isLive = draft.live?.content.products.some((p) => p.kind === 'course' && lessonOf(p, lesson.id)) ?? false;
  return (
    <>
      <p className="mb-2">{back}</p>
      <TitleField
        label="Title of the lesson"
        placeholder="What is this lesson called?"
        value={lesson.title}
        onChange={(title) =>
          edit((l) => {
            l.title = title;
          })
        }
      />
      <p className="sentence mt-2">
        It opens{' '}
        <PlanFill
          label="When this lesson opens"
          plan={lesson.plan}
          today={today}
          choices={[
            ['as-around', 'with its module'],
            ['after', 'later:'],
            ['on', 'on'],
          ]}
          onChange={(plan) =>
            edit((l) => {
              l.plan = plan;
            })
          }
        />
        , is{' '}
        <ChoiceFill
          label="Who may read it"
          value={lesson.putAway ? 'away' : lesson.heldBack ? 'held' : lesson.sample ? 'sample' : 'members'}
          choices={[
            ['members', 'for members'],
            ['sample', 'a free sample, open to anybody'],
            ['held', 'held back for now'],
            ...(isLive || lesson.putAway ? [['away', 'put away: who had it keeps it'] as const] : []),
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
        , and the course is done{' '}
        <ChoiceFill
          label="Whether it counts"
          value={lesson.counts ? 'with' : 'without'}
          choices={[
            ['with', 'with it'],
            ['without', 'without it'],
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
          <p className="cap">
            This lesson is live: members may have it open, so it is held back or put away and not removed.
          </p>
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
            Remove this lesson
          </button>
        )}
      </section>
    </>
  );
}
