import type { Course } from '#core/catalogue';
import { TakeawayLimits } from '../inside/TakeawayLimits';
import { changeCourse } from './changeCourse';
import { makeCourseWords } from '#say/make/course';
const say = makeCourseWords.courseLimits;

/** How often the files of a course can be fetched. */
export const CourseLimits = ({ product }: { product: Course }) => (
  <TakeawayLimits
    downloads={product.downloads}
    what={say.memberCanDownloadFile}
    after={say.viewingListeningLessonDoes}
    onChange={(recipe) => void changeCourse(product.id, (c) => recipe(c.downloads))}
  />
);
