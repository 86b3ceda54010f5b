import { dateIn } from '#core/calendar';
import type { Course } from '#core/catalogue';
import { ChoiceFill } from '../../price/Fill';
import type { Draft } from '../../data/draft';
import { useNow } from '../../data/useNow';
import { changeCourse } from './changeCourse';
import { OutlineEditor } from './OutlineEditor';
import { PlanFill } from './PlanFill';

const HOURS = ['', '06:00', '07:00', '08:00', '09:00', '12:00', '18:00'];

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
        {product.plan && product.plan.opens !== 'in-order' && (
          <>
            , at{' '}
            <ChoiceFill
              label="At which hour parts open"
              value={product.hour ?? ''}
              choices={[...new Set([...HOURS, product.hour ?? ''])].map((hour) => [hour, hour || '00:00'] as const)}
              onChange={(hour) =>
                edit((c) => {
                  c.hour = hour === '' ? null : hour;
                })
              }
            />
          </>
        )}
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
