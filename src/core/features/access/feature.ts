import type { Feature } from '../../engine/feature';
import { markDone, reached } from '../../engine/performEffect';
import { expirePass } from './expirePass';
import { fetchFile } from './fetchFile';
import { accessFold } from './fold';
import { givePasses, movePass, withdrawPass } from './passesByHand';
import { accessOfPerson } from './ofPerson';

/** Who may open what: passes, given by hand too, and what is fetched by them. */
export const access: Feature = {
  name: 'access',
  fold: accessFold,
  ofPerson: accessOfPerson,
  commands: {
    'expire-pass': expirePass,
    'give-passes': givePasses,
    'move-pass': movePass,
    'withdraw-pass': withdrawPass,
    'fetch-file': fetchFile,
  },
  dues: { 'pass-expires': { command: ({ passId }, dueAt) => ({ type: 'expire-pass', passId, dueAt }) } },
  effects: {
    'access-mail': async ({ key, personId, productIds, at }, tools) => {
      const person = reached(tools, personId);
      if (person) await tools.ports.mailer.sendAccess({ key, person, productIds, at });
      return markDone(tools, key);
    },
  },
};
