import { course } from '../../core/words/de/course';
import { membership } from '../../core/words/de/membership';
import { begin } from './begin';

begin({ course, membership });
