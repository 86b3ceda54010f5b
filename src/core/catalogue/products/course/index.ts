export { Captions, filesOfLesson, hasContent, Lesson, LessonBlock } from './lesson';
export { besideLesson, lessonsOf, Module, type Outline, partsOfCourse, type Progress, progressIn } from './outline';
export { lessonNamed, lessonsMoved, lessonStepped } from './moving';
