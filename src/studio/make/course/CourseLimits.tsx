import type { Course } from '#core/catalogue';
import { CountFill } from '../../price/Fill';
import { changeCourse } from './changeCourse';

/** How often a member can fetch a file to take along, and how long a link to it works. */
export function CourseLimits({ product }: { product: Course }) {
  return (
    <section className="sec">
      <p className="sentence">
        Each member can fetch a file to take along{' '}
        <CountFill
          label="How many times each member can fetch a file"
          value={product.downloads.limit}
          from={1}
          to={1_000}
          onChange={(limit) =>
            void changeCourse(product.id, (c) => {
              c.downloads.limit = limit;
            })
          }
        />{' '}
        times; a link to it works for{' '}
        <CountFill
          label="How many hours a link to a file works"
          value={product.downloads.linkHours}
          from={1}
          to={720}
          onChange={(hours) =>
            void changeCourse(product.id, (c) => {
              c.downloads.linkHours = hours;
            })
          }
        />{' '}
        hours. What is looked at in its lesson is not counted.
      </p>
    </section>
  );
}
