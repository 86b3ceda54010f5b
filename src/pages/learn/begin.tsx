import { hydrateRoot } from 'react-dom/client';
import '../pages.css';
import '../../ui/fonts';
import type { LearnWords } from './learnWords';
import { LessonPage } from './LessonPage';
import type { LessonView } from './view';

/** Brings the lesson that the counter drew to life. */
export function begin(words: LearnWords): void {
  const root = document.getElementById('lesson');
  const kept = document.getElementById('lesson-data');
  if (!root || !kept) return;
  hydrateRoot(root, <LessonPage lesson={JSON.parse(kept.textContent ?? '') as LessonView} words={words} />);
}
