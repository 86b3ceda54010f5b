import type { ReactNode } from 'react';
import { hydrateRoot } from 'react-dom/client';
import '../pages.css';
import '../../ui/fonts';
import { PostPage } from '../membership/PostPage';
import type { PostView } from '../membership/view';
import type { MembershipPageWords } from '../membership/words';
import { LessonPage } from './LessonPage';
import type { LessonView } from './view';

/** Brings the lesson or post that the counter drew to life. */
export function begin(words: MembershipPageWords): void {
  // Typed while the script was still on its way: React would put the counter's text back over it.
  const typedEarly = document.querySelector<HTMLTextAreaElement>('#lesson textarea.notes')?.value;
  hydrate<LessonView>('lesson', (lesson) => (
    <LessonPage lesson={lesson} words={words.course} typedEarly={typedEarly} />
  ));
  hydrate<PostView>('post', (post) => <PostPage post={post} words={words} />);
}

function hydrate<T>(id: string, drawn: (data: T) => ReactNode): void {
  const root = document.getElementById(id);
  const kept = document.getElementById(`${id}-data`);
  if (root && kept) hydrateRoot(root, drawn(JSON.parse(kept.textContent ?? '') as T));
}
