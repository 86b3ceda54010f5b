import { randomUUID } from 'node:crypto';
import { Router } from 'express';
import type { Helper } from '#core/helpers';
import { helperMessage } from '#core/emails';
import { isAddress } from '#core/people';
import { OWNER_ROUTES } from '../../wire/contract';
import { type CounterContext, shopOf } from '../context';
import { Problem } from '../http/problem';
import { doorOfHelper } from '../shared/doorNames';
import { LINK_MINUTES } from '../shared/signInLink';
import { DONE, serve } from './serve';

/** Who helps: asked in, given rights, and shown out. For whoever may do everything. */
export function helperRoutes(context: CounterContext): Router {
  const router = Router();
  const { helpers, doors, ids } = context;
  const known = (id: string): Helper => {
    const helper = helpers.get(id);
    if (!helper) throw new Problem(404, 'Nobody helps here under this name any more.', 'no-such-helper');
    return helper;
  };
  const endSessions = async (id: string): Promise<void> => {
    const door = doorOfHelper(id);
    for (const session of doors.sessionsOf(door)) await doors.endSession(door, session.id);
  };

  serve(router, context, OWNER_ROUTES.helpers, () => ({ helpers: [...helpers.all()] }));
  serve(router, context, OWNER_ROUTES.inviteHelper, async ({ body: { name, address, rights } }) => {
    if (!isAddress(address))
      throw new Problem(422, 'That email address can’t be right. Nobody was invited.', 'address-wrong');
    if (helpers.find(address))
      throw new Problem(409, 'This person is already a helper. Change their permissions instead.', 'known');
    const helper = {
      id: ids.next('h'),
      name: name.trim(),
      address: address.trim(),
      rights,
      since: context.runner.now(),
    };
    await helpers.put(helper.id, helper);
    await sendHelperLink(context, helper);
    return { sentence: `A link is on its way to ${helper.address}.` };
  });
  serve(router, context, OWNER_ROUTES.rights, async ({ params, body: { rights } }) => {
    const helper = known(params.id);
    await helpers.put(helper.id, { ...helper, rights });
    return DONE;
  });
  serve(router, context, OWNER_ROUTES.sendHelperLink, async ({ params }) => {
    const helper = known(params.id);
    await sendHelperLink(context, helper);
    return { sentence: `A link is on its way to ${helper.address}.` };
  });
  serve(router, context, OWNER_ROUTES.endHelper, async ({ params }) => {
    const helper = known(params.id);
    await helpers.put(helper.id, null);
    await endSessions(helper.id);
    return DONE;
  });
  return router;
}

/** Mails a helper a link that signs them into the studio, once. */
export async function sendHelperLink(context: CounterContext, helper: Helper): Promise<void> {
  const secret = await context.doors.makeLink(doorOfHelper(helper.id), LINK_MINUTES * 60_000);
  const shop = shopOf(context);
  const setting = { shop, real: context.mode === 'real', locale: shop.locale };
  const url = `${context.publicAddress()}/owner/enter/${secret}`;
  const message = helperMessage(setting, { url, minutes: LINK_MINUTES, name: helper.name });
  await context.mailer.sendMessage(`helper-${randomUUID()}`, helper, message, context.runner.now());
}
