import type { Words } from '../en';
import { access } from './access';
import { agreements } from './agreements';
import { booking } from './booking';
import { tasks } from './tasks';
import { card } from './card';
import { checkout } from './checkout';
import { consequences } from './consequences';
import { course } from './course';
import { drawing } from './drawing';
import { emails } from './emails';
import { member } from './member';
import { membership } from './membership';
import { pages } from './pages';
import { papers } from './papers';
import { refusals } from './refusals';
import { often, statement } from './statement';

/** Deutsch, ganz. */
export const de: Words = {
  access,
  agreements,
  booking,
  tasks,
  card,
  checkout,
  consequences,
  course,
  drawing,
  emails,
  member,
  membership,
  pages,
  papers,
  refusals,
  statement,
  often,
};
