import { course } from '../../core/words/en/course';
import { membership } from '../../core/words/en/membership';
import { begin } from './begin';

begin({ course, membership });
