import { Router } from 'express';
import { isGone, type PersonRecord } from '#core/people';
import { NotAnswered } from '#core/shop';
import { OWNER_ROUTES } from '../../wire/contract';
import type { CounterContext } from '../context';
import { Problem } from '../http/problem';
import { erasePerson } from '../shared/erase';
import { sendSignInLink } from '../shared/signInLink';
import { everythingOf } from './everythingOf';
import { joinOnRequest } from './joinPeople';
import { serve, serveRaw } from './serve';
import { endAllWays, noteAnswered } from './unusual';

/** People: their records, links they are sent, and what becomes of two that are one, or of one who is erased. */
export function peopleRoutes(context: CounterContext): Router {
  const router = Router();
  const present = (id: string, nothing: string): PersonRecord => {
    const person = context.people.get(id);
    if (!person || isGone(person))
      throw new Problem(404, `This person is not known here. ${nothing}`, 'no-such-person');
    return person;
  };

  serve(router, context, OWNER_ROUTES.people, ({ body: { ids } }) => ({
    people: ids.map((id) => context.people.kept(id)).filter((person) => person !== undefined),
  }));

  serve(router, context, OWNER_ROUTES.sendLink, async ({ body: { personId } }) => {
    const person = present(personId, 'Nothing was sent.');
    await sendSignInLink(context, person).catch((error: unknown) => {
      // A disk that took no link is told as such by whoever wrote to it.
      if (!(error instanceof NotAnswered)) throw error;
      throw new Problem(
        503,
        'The mail service did not answer, so the link was not sent. Try again in a minute.',
        'not-sent',
      );
    });
    return { sentence: `A sign-in link is on its way to ${person.address}.` };
  });

  // Two answers to unusual use: a fresh link to whoever it is, with every other way in ended or not.
  serve(router, context, OWNER_ROUTES.endWays, async ({ params }) => {
    await endAllWays(context, present(params.id, 'Nothing was done.').id);
    return {
      sentence:
        'Every session of theirs, every mailed link and every address of a feed is ended. What they have stays theirs: a fresh link lets them in.',
    };
  });
  serve(router, context, OWNER_ROUTES.waysAreFine, async ({ params }) => {
    await noteAnswered(context, params.id);
    return { sentence: 'Noted. You will be told again only if it continues.' };
  });

  serveRaw(router, context, OWNER_ROUTES.everythingOf, ({ params, res }) => {
    const all = everythingOf(context, params.id);
    if (!all) throw new Problem(404, 'This person is not known here.', 'no-such-person');
    res
      .set('Content-Disposition', 'attachment; filename="everything-of-one-person.json"')
      .type('application/json')
      .send(JSON.stringify(all, null, 1));
  });
  serve(router, context, OWNER_ROUTES.joinPeople, ({ body, by }) => joinOnRequest(context, body, by.id));
  serve(router, context, OWNER_ROUTES.erasePerson, async ({ body: { personId } }) => ({
    waitsFor: await erasePerson(context, personId),
  }));
  return router;
}
