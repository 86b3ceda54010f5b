import type { Feature } from '../../engine/feature';
import { learningFold } from './fold';
import { markLesson, passQuiz } from './learn';
import { learningOfPerson } from './ofPerson';

/** How far members have come with what they learn. */
export const learning: Feature = {
  name: 'learning',
  fold: learningFold,
  ofPerson: learningOfPerson,
  commands: { 'mark-lesson': markLesson, 'pass-quiz': passQuiz },
};
