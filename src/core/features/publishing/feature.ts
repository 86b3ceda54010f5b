import type { Feature } from '../../engine/feature';
import { publishingFold } from './fold';
import { publish } from './publish';

/** Which release is live. */
export const publishing: Feature = { name: 'publishing', fold: publishingFold, commands: { publish } };
