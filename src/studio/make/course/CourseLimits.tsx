import type { Course } from '#core/catalogue';
import { TakeawayLimits } from '../inside/TakeawayLimits';
import { changeCourse } from './changeCourse';

/** How often the files of a course can be fetched. */
export const CourseLimits = ({ product }: { product: Course }) => (
  <TakeawayLimits
    downloads={product.downloads}
    what="member can fetch a file to take along"
    after="What is looked at in its lesson is not counted."
    onChange={(recipe) => void changeCourse(product.id, (c) => recipe(c.downloads))}
  />
);
