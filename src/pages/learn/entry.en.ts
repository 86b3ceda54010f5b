import { course } from '../../core/words/en/course';
import { begin } from './begin';

begin(course);
