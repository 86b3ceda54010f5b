export { Question, Quiz } from './quiz';
export { type Given, judge, type Judged } from './judge';
export { askedOf, type AskedQuestion, mayTry } from './asked';
export { quizProblems } from './problems';
