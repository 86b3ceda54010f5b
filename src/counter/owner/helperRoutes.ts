import { randomUUID } from 'node:crypto';
import { Router } from 'express';
import type { Helper } from '#core/helpers';
import { helperMessage } from '#core/emails';
import { isAddress } from '#core/people';
import { HelperRequest, HelpersAnswer, Ok, RightsRequest, Said } from '../../wire';
import { type CounterContext, shopOf } from '../context';
import { answer } from '../http/answer';
import { Problem } from '../http/problem';
import { doorOfHelper } from '../shared/doorNames';
import { LINK_MINUTES } from '../shared/signInLink';

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

  router.get('/', (_req, res) => answer(res, HelpersAnswer, { helpers: [...helpers.all()] }));
  router.post('/', async (req, res) => {
    const { name, address, rights } = HelperRequest.parse(req.body);
    if (!isAddress(address))
      throw new Problem(422, 'That e-mail address cannot be right. Nobody was asked in.', 'address-wrong');
    if (helpers.find(address))
      throw new Problem(409, 'Somebody with this address helps already. Change what they may do instead.', 'known');
    const helper = {
      id: ids.next('h'),
      name: name.trim(),
      address: address.trim(),
      rights,
      since: context.runner.now(),
    };
    await helpers.put(helper.id, helper);
    await sendHelperLink(context, helper);
    answer(res.status(201), Said, { sentence: `A link is on its way to ${helper.address}.` });
  });
  router.post('/:id/rights', async (req, res) => {
    const helper = known(String(req.params['id']));
    await helpers.put(helper.id, { ...helper, rights: RightsRequest.parse(req.body).rights });
    answer(res, Ok, { ok: true });
  });
  router.post('/:id/link', async (req, res) => {
    const helper = known(String(req.params['id']));
    await sendHelperLink(context, helper);
    answer(res, Said, { sentence: `A link is on its way to ${helper.address}.` });
  });
  router.post('/:id/end', async (req, res) => {
    const helper = known(String(req.params['id']));
    await helpers.put(helper.id, null);
    await endSessions(helper.id);
    answer(res, Ok, { ok: true });
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
