import express, { Router } from 'express';
import { AskRequest, Said } from '../../wire';
import type { CounterContext } from '../context';
import { answer } from '../http/answer';
import { limit } from '../http/limits';
import { securityEvent } from '../http/securityLog';
import { isStudioDoor } from '../shared/doorNames';
import { readingFor } from '../shared/reading';
import { wordsPage } from '../shared/wordsPage';
import { enterStudio } from './door';
import { sendHelperLink } from './helperRoutes';
import { whoOf } from './who';

/** How a helper comes into the studio: by a mailed link, which anybody who helps can ask for. */
export function enterRoutes(context: CounterContext): Router {
  const router = Router();
  const asks = limit(context, { most: 10, minutes: 15 });
  const links = limit(context, { most: 20, minutes: 15, onlyRefused: true });

  router.post('/', asks, express.json({ limit: '2kb' }), (req, res) => {
    const { address } = AskRequest.parse(req.body);
    answer(res.status(202), Said, {
      sentence: 'If a helper has this email address, we’ve sent a link to it. It works once, for 15 minutes.',
    });
    context.afterwards.do('A helper’s link could not be sent', async () => {
      const helper = context.helpers.find(address);
      if (helper) await sendHelperLink(context, helper);
    });
  });

  // Mail scanners follow links, so following one only shows a button; pressing it uses the link up.
  router.get('/:secret', (req, res) => {
    const reading = readingFor(context, req);
    const { heading, text, action } = reading.words.pages.enter;
    res
      .set('Cache-Control', 'no-store')
      .send(wordsPage(context, reading, heading, [text], { label: action, href: '', post: true }));
  });
  router.post('/:secret', links, async (req, res) => {
    const door = await context.doors.useLink(String(req.params['secret']), isStudioDoor);
    const who = whoOf(context, door);
    if (door === null || who === null) {
      securityEvent(context.security, 'wrong-link', req);
      const reading = readingFor(context, req);
      const { used, usedText } = reading.words.pages.enter;
      return void res
        .status(410)
        .set('Cache-Control', 'no-store')
        .send(wordsPage(context, reading, used, [usedText], { label: 'Studio', href: '/studio/' }));
    }
    await enterStudio(context, req, res, door);
    res.redirect(303, '/studio/');
  });
  return router;
}
