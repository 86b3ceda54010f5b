import { dateIn } from '#core/calendar';
import type { Course } from '#core/catalogue';
import { ChoiceFill } from '../../price/Fill';
import type { Draft } from '../../data/draft';
import { useNow } from '../../data/useNow';
import { changeCourse } from './changeCourse';
import { OutlineEditor } from './OutlineEditor';
import { HourFill } from '../inside/HourFill';
import { PlanFill } from '../inside/PlanFill';

/** When a course opens, in a sentence, and its modules and lessons. */
export function CourseContents({ product, draft }: { product: Course; draft: Draft }) {
  const today = dateIn(useNow(), draft.content.shop.zone);
  const edit = (recipe: (c: Course) => void): void => void changeCourse(product.id, recipe);
  return (
    <section className="mt-4">
      <p className="sentence">
        Opens{' '}
        <PlanFill
          label="How the course opens"
          plan={product.plan}
          today={today}
          choices={[
            ['as-around', 'all at once'],
            ['every', 'one module after another'],
            ['in-order', 'each lesson once the one before is done'],
            ['after', 'all of it'],
            ['on', 'all of it on'],
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
        . Finished, members get{' '}
        <ChoiceFill
          label="What members get who finish"
          value={product.certificate ? 'certificate' : 'nothing'}
          choices={[
            ['nothing', 'nothing more'],
            ['certificate', 'a certificate'],
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
