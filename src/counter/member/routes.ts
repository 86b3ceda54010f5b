import express, { type Request, Router } from 'express';
import { ipKeyGenerator, rateLimit } from 'express-rate-limit';
import * as z from 'zod';
import { countriesByName } from '#core/catalogue';
import { compareAddress, isAddress } from '#core/people';
import { documentHtml, wordsHtml } from '../../pages/render';
import { type CounterContext, shopOf, stripOf } from '../context';
import { drawDocument } from '../documents/drawDocument';
import { cardLimit, noteRefusedCard } from '../http/cardLimit';
import { cookiesOf, giveCookie } from '../http/cookies';
import { Problem, refusalProblem } from '../http/problem';
import { pauseDayAllowed } from './agreementsView';
import { commandFor, MemberAct } from './memberActs';
import { moveBuyer } from './moveBuyer';
import { dueAnswered, SAID } from './dueAnswered';
import { textOf } from '../http/textOf';
import { PAGES } from '../public/pagesRoutes';
import { DEVICE_COOKIE, personOfDevice } from './device';
import { paperOf } from './papers';
import { sendSignInLink } from './signInLink';
import { memberView } from './view';

const DEVICE_DAYS = 60;
const DAY = 86_400_000;

/** Signing in, one's things, and papers. Everything is looked up by the signed-in person, never by what a request names. */
export function memberRoutes(context: CounterContext): Router {
  const router = Router();
  router.use('/api', express.json({ limit: '4kb' }));
  const tooMany = (): never => {
    throw new Problem(429, 'Too many tries. Wait a quarter of an hour and try again.', 'too-many');
  };
  const quarter = {
    windowMs: 15 * 60_000,
    standardHeaders: 'draft-8' as const,
    legacyHeaders: false,
    handler: tooMany,
  };
  const perDevice = rateLimit({ ...quarter, limit: 20, keyGenerator: (req) => ipKeyGenerator(req.ip ?? '') });
  const perMember = rateLimit({
    ...quarter,
    limit: 60,
    keyGenerator: (req) => personOfDevice(context, req) ?? ipKeyGenerator(req.ip ?? ''),
  });
  const perAddress = rateLimit({
    ...quarter,
    limit: 5,
    keyGenerator: (req) => compareAddress(textOf((req.body as { address?: unknown }).address)),
  });

  router.post('/api/ask', perDevice, perAddress, (req, res) => {
    const { address } = z.object({ address: z.string().max(300) }).parse(req.body);
    if (!isAddress(address))
      throw new Problem(422, 'Write your e-mail address, like name@example.org.', 'address-wrong');
    // The answer is the same, and as quick, whether or not the address is known.
    res.status(202).json({
      sentence:
        'If this address has bought here, a message with a link is on its way to it. The link works once, for 30 minutes.',
    });
    const person = context.people.find(address);
    if (person)
      void sendSignInLink(context, person).catch((error: unknown) =>
        context.log('A sign-in link could not be sent', error),
      );
  });

  const page = (heading: string, text: string, action: { label: string; href: string; post?: boolean }): string => {
    const shop = shopOf(context);
    return documentHtml({
      title: heading,
      description: '',
      language: shop.locale,
      shopName: shop.name,
      stylesheets: context.client.assetsOf(PAGES).stylesheets,
      strip: stripOf(context),
      keepOut: true,
      foot: [],
      body: wordsHtml(heading, [text], action),
    });
  };

  // Mail scanners follow links, so following one only shows a button; pressing it uses the link up.
  router.get(
    '/enter/:secret',
    (_req, res) =>
      void res.set('Cache-Control', 'no-store').send(
        page('Sign in', 'Press the button to open the member area on this device.', {
          label: 'Sign in',
          href: '',
          post: true,
        }),
      ),
  );
  router.post('/enter/:secret', perDevice, async (req, res) => {
    const personId = await context.doors.useLink(String(req.params['secret']));
    if (personId === null) {
      return void res
        .status(410)
        .set('Cache-Control', 'no-store')
        .send(
          page(
            'This link was used already, or is too old',
            'Sign-in links work once. Ask for a new one with the address you bought with.',
            { label: 'Ask for a new link', href: '/member/' },
          ),
        );
    }
    giveCookie(res, DEVICE_COOKIE, await context.doors.makeDevice(personId, DEVICE_DAYS * DAY), {
      maxAgeMs: DEVICE_DAYS * DAY,
      sameSite: 'lax',
    });
    res.redirect(303, '/member/');
  });

  const person = (req: Request): string => {
    const id = personOfDevice(context, req);
    if (id === null) throw new Problem(401, 'Sign in first.', 'sign-in');
    return id;
  };

  router.get('/api/me', async (req, res) => {
    const id = personOfDevice(context, req);
    const shop = shopOf(context);
    const about = { shopName: shop.name, strip: stripOf(context), locale: shop.locale };
    await context.runner.synced();
    res.set('Cache-Control', 'no-store').json(
      id === null
        ? { ...about, signedIn: false }
        : {
            ...about,
            signedIn: true,
            cardService: '/standin/payments',
            sampleCards: context.mode !== 'real',
            countries: countriesByName(shop.tax, shop.locale),
            ...memberView(context, id),
          },
    );
  });

  // What a member does to their own payments; another person's are not found.
  router.post('/api/agreements/:id', perMember, cardLimit(context.mode === 'real'), async (req, res) => {
    const personId = person(req);
    if (!req.is('application/json')) throw new Problem(415, 'This request cannot be read.', 'bad-request');
    const agreement = context.runner.state.agreements.get(String(req.params['id']));
    if (agreement?.personId !== personId) throw new Problem(404, 'This is not among yours.', 'no-such-agreement');
    const wanted = MemberAct.parse(req.body);
    if (wanted.act === 'pause' && !pauseDayAllowed(agreement, wanted.until, context.runner.now()))
      throw new Problem(422, 'Choose a day after today, within a year.', 'pause-day');
    const done =
      wanted.act === 'move'
        ? await moveBuyer(context, agreement, wanted)
        : await context.runner.execute(commandFor(agreement.id, wanted));
    if ('refused' in done) throw refusalProblem(done);
    const asked = done.events.find((e) => e.type === 'due.requested');
    const answer =
      asked?.type === 'due.requested' ? await dueAnswered(context.runner, asked.data.key) : 'nothing-asked';
    await context.runner.synced();
    if (answer === 'refused') noteRefusedCard(res);
    res.json({ sentence: SAID[answer] });
  });

  router.post('/api/leave', async (req, res) => {
    const secret = cookiesOf(req)[DEVICE_COOKIE];
    if (secret !== undefined) await context.doors.dropDevice(secret);
    res.clearCookie(DEVICE_COOKIE, { path: '/' }).json({ sentence: 'Signed out on this device.' });
  });

  router.get('/papers/:name', async (req, res) => {
    const personId = person(req);
    const number = /^([RC]-\d+)\.pdf$/.exec(String(req.params['name']))?.[1];
    const found = number === undefined ? null : paperOf(context, personId, number);
    if (!found) throw new Problem(404, 'There is no such receipt among yours.', 'no-such-paper');
    const pdf = await drawDocument(found.paper, found.at);
    res
      .set({
        'Content-Type': 'application/pdf',
        'Content-Disposition': `inline; filename="${number}.pdf"`,
        'Cache-Control': 'private, no-store',
        'Content-Security-Policy': 'sandbox',
      })
      .send(Buffer.from(pdf));
  });
  return router;
}
