import { course } from '../../core/words/de/course';
import { begin } from './begin';

begin(course);
