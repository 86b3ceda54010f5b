import { wordsFor } from '#core/words';
import { composed, type Message, oneLine, type Setting, signsIn } from './compose';

/** What an email says of something that was done by hand, or sent. */
export interface TaskForEmail {
  for: 'work' | 'sending';
  title: string;
  carrier: string;
  number: string;
  note: string;
  url: string;
  days: number;
}

/** It is done, or on its way under a number. */
export const taskMessage = (
  setting: Setting,
  { for: what, title, url, days, ...task }: TaskForEmail,
  name: string,
): Message =>
  composed(
    setting,
    name,
    wordsFor(setting.locale).emails.task[what]({
      title: oneLine(title),
      ...task,
      open: signsIn({ url, days }, setting.locale),
    }),
  );
