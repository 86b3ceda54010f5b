export { captionsProblem } from './captions';
export { Course } from './course';
export { courseKind } from './kind';
export { filesOfLesson, hasContent, Lesson, openingsOfLesson } from './lesson';
export {
  besideLesson,
  lessonOf,
  outlineFor,
  lessonsOf,
  Module,
  type Outline,
  partsOfCourse,
  type Progress,
  progressIn,
} from './outline';
export { lessonNamed, lessonsMoved, lessonStepped } from './moving';
