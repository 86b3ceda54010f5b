import type { Course } from '#core/catalogue';
import { TakeawayLimits } from '../inside/TakeawayLimits';
import { changeCourse } from './changeCourse';

/** How often the files of a course can be fetched. */
export const CourseLimits = ({ product }: { product: Course }) => (
  <TakeawayLimits
    downloads={product.downloads}
    place="its lesson"
    onChange={(recipe) => void changeCourse(product.id, (c) => recipe(c.downloads))}
  />
);
