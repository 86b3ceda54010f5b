import { OWNER } from '../files/doorsFile';

const HELPER = 'helper:';

/** The name under which a helper's links and sessions lie among those of people. */
export const doorOfHelper = (helperId: string): string => HELPER + helperId;

/** Whose a helper's door is; null where it is none. */
export const helperOfDoor = (door: string): string | null =>
  door.startsWith(HELPER) ? door.slice(HELPER.length) : null;

/** Whether a session is somebody's of the studio, and no member's. */
export const isStudioDoor = (door: string): boolean => door === OWNER || door.startsWith(HELPER);
