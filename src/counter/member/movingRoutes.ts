import { randomUUID } from 'node:crypto';
import express, { type Request, type Response, Router } from 'express';
import { DAY } from '#core/calendar';
import { addressAskedMessage, addressChangedMessage, addressLinkMessage, type Message } from '#core/emails';
import { compareAddress, isAddress, type PersonRecord } from '#core/people';
import { AskRequest, Said } from '../../wire';
import { type CounterContext, shopOf } from '../context';
import { answer } from '../http/answer';
import { limit, placeOf } from '../http/limits';
import { Problem } from '../http/problem';
import { securityEvent } from '../http/securityLog';
import { personOfDevice } from '../shared/device';
import { localeOfPerson } from '../shared/localeOfPerson';
import { readingFor } from '../shared/reading';
import { sendWords } from '../shared/sendWords';
import { wordsPage } from '../shared/wordsPage';

/** A link that changes an address works once, and so long. */
const LASTS_MS = DAY;

/**
 * Another address, by its member: asked for while signed in, and changed by a link that is mailed to it. The address
 * before hears of both.
 */
export function movingRoutes(context: CounterContext): Router {
  const router = Router();
  const { people, runner, doors } = context;
  const asks = limit(context, {
    most: 5,
    minutes: 60,
    by: (req) => personOfDevice(context, req) ?? placeOf(req),
  });

  router.post('/api/address', asks, express.json({ limit: '4kb' }), (req, res) => {
    const personId = personOfDevice(context, req);
    const person = personId === null ? undefined : people.get(personId);
    if (!person) throw new Problem(401, (say) => say.signInFirst, 'sign-in');
    const say = readingFor(context, req).words.pages.move;
    const to = AskRequest.parse(req.body).address.trim().normalize('NFC');
    if (!isAddress(to))
      throw new Problem(422, readingFor(context, req).words.pages.enter.wrongAddress, 'address-wrong');
    if (compareAddress(to) === compareAddress(person.address)) throw new Problem(422, say.same, 'address-same');
    // Whether that address is known here is told to nobody but whoever reads its mail.
    answer(res.status(202), Said, { sentence: say.asked(to) });
    context.afterwards.do('An address could not be asked to be changed', async () => {
      const secret = await doors.makeMoveLink(person.id, LASTS_MS, { from: compareAddress(person.address), to });
      const url = `${context.publicAddress()}/member/move/${secret}`;
      await letter(person, to, addressLinkMessage(settingOf(person), url));
      await letter(person, person.address, addressAskedMessage(settingOf(person), to));
    });
  });

  // Mail scanners follow links, so following one only shows a button.
  router.get('/move/:secret', (req, res) => {
    const reading = readingFor(context, req);
    const move = doors.lookAtMoveLink(String(req.params['secret']));
    const { heading, text, action, over, overText } = reading.words.pages.move;
    if (!move) return tell(req, res, 410, over, overText);
    res
      .set('Cache-Control', 'no-store')
      .send(wordsPage(context, reading, heading, [text(move.to)], { label: action, href: '', post: true }));
  });

  router.post('/move/:secret', async (req, res) => {
    const { done, doneText, taken, takenText, over, overText } = readingFor(context, req).words.pages.move;
    const move = await doors.useMoveLink(String(req.params['secret']));
    if (!move) return tell(req, res, 410, over, overText);
    const before = people.get(move.personId);
    const moved = await people.move(move.personId, move.from, move.to);
    if (moved === 'taken') return tell(req, res, 409, taken, takenText);
    if (moved === 'other' || !before) return tell(req, res, 410, over, overText);
    await runner.execute({ type: 'change-person', personId: moved.id, rev: moved.rev });
    // Whoever reads the mail of the address before has no way in by a letter that lies there. The change stands all the same.
    await doors
      .dropLinksOf(moved.id)
      .catch((error: unknown) => context.log('Links mailed to an address before could not be ended', error));
    securityEvent(context.security, 'address-changed', req);
    context.afterwards.do('A changed address could not be told', async () => {
      for (const to of [before.address, moved.address])
        await letter(moved, to, addressChangedMessage(settingOf(moved), before.address, moved.address));
    });
    tell(req, res, 200, done, doneText(moved.address));
  });

  function tell(req: Request, res: Response, status: number, heading: string, text: string): void {
    const reading = readingFor(context, req);
    const action = { label: reading.words.pages.goToMemberArea, href: '/member/' };
    sendWords(context, reading, res, { status, heading, text, action });
  }

  const settingOf = (person: PersonRecord) => {
    const shop = shopOf(context);
    return { shop, real: context.mode === 'real', locale: localeOfPerson(runner.state, shop, person.id) };
  };
  const letter = (person: PersonRecord, address: string, message: Message): Promise<void> =>
    context.mailer.sendMessage(`move-${randomUUID()}`, { name: person.name, address }, message, runner.now());

  return router;
}
