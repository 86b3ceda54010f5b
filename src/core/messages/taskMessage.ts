import { wordsFor } from '#core/words';
import { framed, type Message, oneLine, type Setting } from './letter';

/** What a letter says of something that was done by hand, or sent. */
export interface TaskForLetter {
  for: 'work' | 'sending';
  title: string;
  carrier: string;
  number: string;
  note: string;
  url: string;
  days: number;
}

/** It is done, or on its way under a number. */
export const taskMessage = (setting: Setting, { for: what, title, ...task }: TaskForLetter, name: string): Message =>
  framed(setting, name, wordsFor(setting.locale).letters.task[what]({ title: oneLine(title), ...task }));
