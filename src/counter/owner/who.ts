import type { Request, RequestHandler, Response } from 'express';
import { MAY_ALL, mayDo, type Right, type Rights } from '#core/helpers';
import type { CounterContext } from '../context';
import { OWNER } from '../files/doorsFile';
import { Problem } from '../http/problem';
import { securityEvent } from '../http/securityLog';
import { helperOfDoor } from '../shared/doorNames';

/** Who works in the studio: the owner, or somebody who helps. */
export interface Who {
  /** As it stands in the history. */
  id: string;
  name: string;
  rights: Rights;
}

/** @param door whose session it is; null where there is none */
export function whoOf(context: Pick<CounterContext, 'helpers'>, door: string | null): Who | null {
  if (door === OWNER) return { id: OWNER, name: 'the owner', rights: MAY_ALL };
  const helperId = door === null ? null : helperOfDoor(door);
  const helper = helperId === null ? undefined : context.helpers.get(helperId);
  return helper ? { id: helper.id, name: helper.name, rights: helper.rights } : null;
}

const locals = (res: Response): { who?: Who } => res.locals;
export const noteWho = (res: Response, who: Who): void => {
  locals(res).who = who;
};
/** Who this request is from. Behind the door there always is somebody. */
export function whoIs(res: Response): Who {
  const { who } = locals(res);
  if (!who) throw new Error('This route lies before the door');
  return who;
}

const SENTENCES: Record<Right, string> = {
  answer: 'answer people or change what they pay',
  'give-back': 'give money back',
  edit: 'bring files into the shop',
  publish: 'publish',
  everything: 'do this',
};

/** Lets through whoever may; everybody else reads whom to ask. */
export const needs =
  (context: Pick<CounterContext, 'security'>, right: Right): RequestHandler =>
  (req, res, next) => {
    if (mayDo(whoIs(res).rights, right)) return next();
    refuseWho(
      context,
      req,
      `You may not ${SENTENCES[right]} here. Nothing was changed. The owner can allow it in Shop.`,
    );
  };

export function refuseWho(context: Pick<CounterContext, 'security'>, req: Request, sentence: string): never {
  securityEvent(context.security, 'not-allowed', req);
  throw new Problem(403, sentence, 'not-allowed');
}
