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

/** English, whole. Another language has these same names: it does not compile with one missing. */
export const en = {
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
export type Words = typeof en;
