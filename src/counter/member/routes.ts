import { type Agreement, isRunning } from '#core/agreements';
import { type Command, switchChoices } from '#core/shop';
import express, { type Request, Router } from 'express';
import { formatDay } from '#core/calendar';
import { countriesByName } from '#core/catalogue';
import { addressesOf, compareAddress, isAddress, readPostal } from '#core/people';
import { passesFor } from '#core/shop';
import { directionOf, languageOf } from '#core/words';
import { AskRequest, EndSession, Me, MemberAct, NameRequest, PostalRequest, Said, SearchAnswer } from '../../wire';
import { type CounterContext, liveRelease, shopOf } from '../context';
import { answer } from '../http/answer';
import { cardLimit } from '../http/cardLimit';
import { limit, placeOf } from '../http/limits';
import { cookiesOf, dropCookie, giveCookie } from '../http/cookies';
import { Problem, refusalProblem } from '../http/problem';
import { securityEvent } from '../http/securityLog';
import { steadyStore } from '../http/steadyStore';
import { textOf } from '../http/textOf';
import { DEVICE_COOKIE, personOfDevice } from '../shared/device';
import { deviceInWords } from '../shared/deviceInWords';
import { dueAnswered, dueInWords } from '../shared/dueAnswered';
import { isStudioDoor } from '../shared/doorNames';
import { keepPostal, switchAddressKey } from '../shared/keepPostal';
import { moveBuyer } from '../shared/moveBuyer';
import { changeOwnName } from '../shared/people';
import { localeFor, otherLanguages, readingFor } from '../shared/reading';
import { endSession, sessionsFor } from '../shared/sessions';
import { shownCard } from '../shared/shownCard';
import { LINK_MINUTES, sendSignInLink } from '../shared/signInLink';
import { stripFor, wordsPage } from '../shared/wordsPage';
import { pauseDayAllowed } from './agreementsView';
import { commandFor, switchFor, switchSendTo } from './memberActs';
import { isKnownBrowser, isOld, knowBrowser } from './knownBrowser';
import { paperOf } from './papers';
import { perLearner } from './learner';
import { searchFor } from './search';
import { memberView } from './view';
import { noteHere } from './visits';

const DEVICE_DAYS = 60;
const DAY = 86_400_000;

/** Signing in, one's things, and papers. Everything is looked up by the signed-in person, never by what a request names. */
export function memberRoutes(context: CounterContext): Router {
  const router = Router();
  router.use('/api', express.json({ limit: '4kb' }));
  const limits = limitsOf(context);
  const cards = cardLimit(context);
  signInRoutes(router, context, limits);

  const person = (req: Request): string => {
    const id = personOfDevice(context, req);
    if (id === null) throw new Problem(401, (say) => say.signInFirst, 'sign-in');
    return id;
  };

  router.get('/api/me', async (req, res) => {
    const id = personOfDevice(context, req);
    await context.runner.synced();
    const reading = readingFor(context, req);
    const { shop, locale } = reading;
    const about = {
      shopName: shop.name,
      strip: stripFor(context, reading)?.text ?? null,
      language: languageOf(locale),
      direction: directionOf(locale),
      otherLanguages: otherLanguages(shop, locale),
    };
    res.set('Cache-Control', 'no-store');
    if (id === null) return answer(res, Me, { ...about, signedIn: false });
    await noteHere(context, id);
    answer(res, Me, {
      ...about,
      signedIn: true,
      looksOnly: false,
      cardService: reading.cards.service,
      sampleCards: reading.cards.samples,
      sessions: sessionsFor(context, id, context.doors.sessionOf(cookiesOf(req)[DEVICE_COOKIE] ?? '')).map(
        (session) => ({
          ...session,
          since: session.since && formatDay(session.since, shop.zone, locale),
        }),
      ),
      countries: countriesByName(shop.tax, locale),
      ...memberView(context, reading, id),
    });
  });

  router.get('/api/search', perLearner(context), (req, res) => {
    const question = textOf(req.query['q']).slice(0, 200);
    res.set('Cache-Control', 'no-store');
    answer(res, SearchAnswer, searchFor(readingFor(context, req), person(req), question));
  });

  // What a member does to their own payments; another person's are not found.
  router.post(
    '/api/agreements/:id',
    limits.perMember,
    cards.check(() => Promise.resolve(false)),
    async (req, res) => {
      const personId = person(req);
      if (!req.is('application/json')) throw new Problem(415, (say) => say.unreadable, 'bad-request');
      const agreement = context.runner.state.agreements.get(String(req.params['id']));
      if (agreement?.personId !== personId) throw new Problem(404, (say) => say.notYours, 'no-such-agreement');
      const wanted = MemberAct.parse(req.body);
      if (wanted.act === 'pause' && !pauseDayAllowed(agreement, wanted.until, context.runner.now()))
        throw new Problem(422, (say) => say.pauseDay, 'pause-day');
      const commandOf = (a: Agreement, act: Exclude<MemberAct, { act: 'move' }>): Command => {
        if (act.act !== 'switch') return commandFor(a.id, act, (card) => shownCard(context, card));
        const { runner } = context;
        const to = switchSendTo(context.people.get(personId), a.id);
        const choices = switchChoices(runner.state, a, { now: runner.now(), release: liveRelease(context) }, to);
        const command = switchFor(choices, a.id, act, to);
        if ('refused' in command) throw refusalProblem(command);
        return command;
      };
      const done =
        wanted.act === 'move'
          ? await moveBuyer(context, agreement, wanted)
          : await context.runner.execute(commandOf(agreement, wanted));
      if ('refused' in done) throw refusalProblem(done);
      const became = await dueAnswered(context.runner, done.events);
      await context.runner.synced();
      if (became === 'refused') await cards.noteRefused(req);
      answer(res, Said, { sentence: dueInWords(became, localeFor(shopOf(context), req)) });
    },
  );

  // Where what a switch brings is to go: kept with the person, so that what it costs can be said before anything is done.
  router.post('/api/agreements/:id/address', limits.perMember, async (req, res) => {
    const personId = person(req);
    const agreement = context.runner.state.agreements.get(String(req.params['id']));
    // Once it has been switched, where a parcel goes is changed with the parcel.
    if (agreement?.personId !== personId || !isRunning(agreement))
      throw new Problem(404, (say) => say.notYours, 'no-such-agreement');
    const { words } = readingFor(context, req);
    const postal = readPostal(PostalRequest.parse(req.body));
    if (!postal) throw new Problem(422, () => words.tasks.addressIncomplete, 'address-incomplete');
    await keepPostal(context, personId, switchAddressKey(agreement.id), postal);
    answer(res, Said, { sentence: words.agreements.acts.switch.addressKept });
  });

  router.post('/api/name', limits.perMember, async (req, res) => {
    const personId = person(req);
    await changeOwnName(context, personId, NameRequest.parse(req.body).name);
    answer(res, Said, { sentence: readingFor(context, req).words.pages.enter.nameChanged });
  });
  router.post('/api/sessions/end', limits.perMember, async (req, res) => {
    await endSession(context, req, person(req), EndSession.parse(req.body).id);
    answer(res, Said, { sentence: readingFor(context, req).words.pages.enter.sessionEnded });
  });

  router.get('/papers/:name', limits.papers, async (req, res) => {
    const personId = person(req);
    const number = /^([RC]-\d+)\.pdf$/.exec(String(req.params['name']))?.[1];
    const found =
      number === undefined ? null : paperOf(readingFor(context, req), context.mode === 'real', personId, number);
    if (!found) throw new Problem(404, (say) => say.noSuchPaper, 'no-such-paper');
    const pdf = await context.papers.of(personId, { kind: 'document', ...found });
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

/** A way in by a mailed link, and out again. */
function signInRoutes(router: Router, context: CounterContext, { asks, links, mails }: Limits): void {
  router.post('/api/ask', asks, (req, res) => {
    const { address } = AskRequest.parse(req.body);
    const { words, locale } = readingFor(context, req);
    const say = words.pages.enter;
    if (!isAddress(address)) throw new Problem(422, say.wrongAddress, 'address-wrong');
    // The answer is the same, and as quick, whether or not the address is known: what follows is done later, at a
    // moment that nobody can time, and nobody hears that it was not done.
    answer(res.status(202), Said, { sentence: say.asked(LINK_MINUTES) });
    context.afterwards.do('A sign-in link could not be sent', () => sendAsked(address, locale));
  });

  /** To whoever has something here; a few in a quarter of an hour, each of which signs in. */
  async function sendAsked(address: string, locale: string): Promise<void> {
    const known = context.people.find(address);
    const { state } = context.runner;
    if (!known || (!state.ordersOfPerson.has(known.id) && passesFor(state, known.id).length === 0)) return;
    const { totalHits } = await mails.increment(compareAddress(address));
    // To the very address that asked: whoever has two here reads the mail of either.
    const to = addressesOf(known).find((own) => compareAddress(own) === compareAddress(address));
    if (to !== undefined && totalHits <= MAILS_TO_ONE) await sendSignInLink(context, known, { locale, to });
  }

  // Mail scanners follow links, so following one only shows a button; pressing it uses the link up.
  router.get('/enter/:secret', (req, res) => {
    const reading = readingFor(context, req);
    const { heading, text, action } = reading.words.pages.enter;
    res
      .set('Cache-Control', 'no-store')
      .send(wordsPage(context, reading, heading, [text], { label: action, href: '', post: true }));
  });
  router.post('/enter/:secret', links, async (req, res) => {
    const looked = context.doors.lookAtLink(String(req.params['secret']));
    if (looked && isOld(looked.at) && !isKnownBrowser(context, req, looked.personId)) {
      const { words } = readingFor(context, req);
      const { old, oldText, ask } = words.pages.enter;
      securityEvent(context.security, 'wrong-link', req);
      return void res
        .status(410)
        .set('Cache-Control', 'no-store')
        .send(wordsPage(context, readingFor(context, req), old, [oldText], { label: ask, href: '/member/' }));
    }
    const personId = await context.doors.useLink(String(req.params['secret']), (whose) => !isStudioDoor(whose));
    if (personId === null) {
      securityEvent(context.security, 'wrong-link', req);
      const reading = readingFor(context, req);
      const { used, usedText, ask } = reading.words.pages.enter;
      return void res
        .status(410)
        .set('Cache-Control', 'no-store')
        .send(wordsPage(context, reading, used, [usedText], { label: ask, href: '/member/' }));
    }
    giveCookie(res, DEVICE_COOKIE, await context.doors.makeDevice(personId, DEVICE_DAYS * DAY, deviceInWords(req)), {
      maxAgeMs: DEVICE_DAYS * DAY,
      sameSite: 'lax',
    });
    knowBrowser(context, res, personId);
    securityEvent(context.security, 'signed-in', req);
    res.redirect(303, '/member/');
  });

  router.post('/api/leave', async (req, res) => {
    const secret = cookiesOf(req)[DEVICE_COOKIE];
    if (secret !== undefined) await context.doors.dropDevice(secret);
    const { words } = readingFor(context, req);
    dropCookie(res, DEVICE_COOKIE);
    answer(res, Said, { sentence: words.pages.enter.signedOut });
  });
}

type Limits = ReturnType<typeof limitsOf>;

/** So many sign-in mails go to one address in a quarter of an hour, whoever asks. */
const MAILS_TO_ONE = 5;
const QUARTER = 15;

/** How often in a quarter of an hour, each for its own purpose. */
function limitsOf(context: CounterContext) {
  const mails = steadyStore(QUARTER * 60_000);
  return {
    asks: limit(context, { most: 20, minutes: QUARTER }),
    links: limit(context, { most: 20, minutes: QUARTER, onlyRefused: true }),
    perMember: limit(context, {
      most: 60,
      minutes: QUARTER,
      by: (req) => personOfDevice(context, req) ?? placeOf(req),
    }),
    papers: limit(context, {
      most: 120,
      minutes: QUARTER,
      by: (req) => personOfDevice(context, req) ?? placeOf(req),
    }),
    mails,
  };
}
