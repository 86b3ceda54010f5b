import { dateIn } from '#core/calendar';
import type { Course } from '#core/catalogue';
import { ChoiceFill } from '../../price/Fill';
import type { Draft } from '../../data/draft';
import { useNow } from '../../data/useNow';
import { changeCourse } from './changeCourse';
import { OutlineEditor } from './OutlineEditor';
import { HourFill } from '../inside/HourFill';
import { PlanFill } from '../inside/PlanFill';
import { makeCourseWords } from '#say/make/course';
const say = makeCourseWords.courseContents;

/** When a course opens, in a sentence, and its modules and lessons. */
export function CourseContents({ product, draft }: { product: Course; draft: Draft }) {
  const today = dateIn(useNow(), draft.content.shop.zone);
  const edit = (recipe: (c: Course) => void): void => void changeCourse(product.id, recipe);
  return (
    <section className="mt-4">
      <p className="sentence">
        {say.unlocks}{' '}
        <PlanFill
          label={say.howCourseUnlocks}
          plan={product.plan}
          today={today}
          choices={[
            ['as-around', say.allOnce],
            ['every', say.oneModuleAfterAnother],
            ['in-order', say.eachLessonAfterOne],
            ['after', say.allOnce],
            ['on', say.allOnce2],
          ]}
          onChange={(plan) =>
            edit((c) => {
              c.plan = plan;
            })
          }
        />
        <HourFill
          hour={product.hour}
          shown={product.plan !== null && product.plan.opens !== 'in-order'}
          onChange={(hour) =>
            edit((c) => {
              c.hour = hour;
            })
          }
        />
        {say.whenFinishedMembersGet}{' '}
        <ChoiceFill
          label={say.whatMembersGetWhen}
          value={product.certificate ? 'certificate' : 'nothing'}
          choices={[
            ['nothing', say.noCertificate],
            ['certificate', say.aCertificate],
          ]}
          onChange={(what) =>
            edit((c) => {
              c.certificate = what === 'certificate';
            })
          }
        />
        .
      </p>
      <OutlineEditor course={product} today={today} />
    </section>
  );
}
