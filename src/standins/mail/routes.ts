import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync, renameSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import express, { type RequestHandler, Router } from 'express';
import { sameBytes } from '../shared/sameBytes';
import { type ParsedMail, simpleParser } from 'mailparser';
import { listPage, messagePage } from './viewer';

export interface MailStandIn {
  router: Router;
  /** Nothing is taken any more. */
  close(): void;
}

interface Options {
  folder: string;
  /** The shop's key at this service. */
  key: string;
  /** Shown only in test and demo shops: mail holds sign-in links. */
  viewer: boolean;
}

/**
 * Takes RFC 5322 messages and keeps each as a file named by its Message-ID, so that the same message sent twice
 * is one message. In a demo the messages can be read on a page.
 */
export function createMailStandIn({ folder, key, viewer }: Options): MailStandIn {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const router = Router();
  let closed = false;
  // The key before the body: nobody else's mail is read at all.
  const shopOnly: RequestHandler = (req, res, next) => {
    if (sameBytes(req.get('authorization') ?? '', `Bearer ${key}`)) next();
    else res.status(401).set('Connection', 'close').json({ title: 'Not the shop’s key.' });
  };
  router.post('/messages', shopOnly, express.raw({ type: 'message/rfc822', limit: '10mb' }), async (req, res) => {
    const raw: unknown = req.body;
    if (!Buffer.isBuffer(raw)) return void res.status(415).json({ title: 'A message is message/rfc822.' });
    const { messageId } = await simpleParser(raw);
    if (closed) return void res.status(503).json({ title: 'The service has closed.' });
    if (!messageId) return void res.status(422).json({ title: 'A message needs a Message-ID.' });
    const name = `${createHash('sha256').update(messageId).digest('hex').slice(0, 24)}.eml`;
    const path = join(folder, name);
    if (!existsSync(path)) {
      writeFileSync(`${path}.part`, raw, { mode: 0o600 });
      renameSync(`${path}.part`, path);
    }
    res.status(202).json({ name });
  });
  router.get('/messages', shopOnly, async (_req, res) => {
    const mails = await Promise.all(newestOf(folder, null).map(({ name }) => read(folder, name)));
    res.json(
      mails.reverse().map(({ name, mail }) => ({ name, subject: mail.subject ?? '', to: addressesOf(mail)[0] ?? '' })),
    );
  });
  router.post('/forget', shopOnly, express.json({ limit: '4kb' }), async (req, res) => {
    const asked: unknown = (req.body as { address?: unknown } | undefined)?.address;
    const wanted = typeof asked === 'string' && asked !== '' ? asked.toLowerCase() : null;
    for (const name of wanted === null ? [] : readdirSync(folder).filter((n) => n.endsWith('.eml'))) {
      const { mail } = await read(folder, name);
      if (addressesOf(mail).some((address) => address.toLowerCase() === wanted)) rmSync(join(folder, name));
    }
    res.status(204).end();
  });
  if (viewer) {
    router.use((_req, res, next) => {
      res.set(
        'Content-Security-Policy',
        "default-src 'none'; style-src 'unsafe-inline'; form-action 'none'; frame-ancestors 'none'",
      );
      next();
    });
    router.get('/', async (req, res) => {
      const to = typeof req.query['to'] === 'string' ? req.query['to'] : null;
      res.send(listPage(await Promise.all(newestOf(folder, to).map(({ name }) => read(folder, name))), to));
    });
    router.get('/:name', async (req, res) => {
      const name = String(req.params['name']);
      if (!/^[0-9a-f]{24}\.eml$/.test(name) || !existsSync(join(folder, name)))
        return void res.status(404).send('No such message.');
      if ('raw' in req.query) return void res.type('text/plain').send(readFileSync(join(folder, name)));
      if ('html' in req.query) {
        const { html } = await simpleParser(readFileSync(join(folder, name)));
        return void res.set(READ_ONLY).send(html === false ? '' : html);
      }
      res.send(messagePage(name, await simpleParser(readFileSync(join(folder, name)))));
    });
  }
  return {
    router,
    close() {
      closed = true;
    },
  };
}

/** A message's own HTML runs nothing and loads nothing; its links open as from a mail program. */
const READ_ONLY = {
  'Content-Security-Policy':
    "default-src 'none'; style-src 'unsafe-inline'; form-action 'none'; frame-ancestors 'none'; sandbox allow-top-navigation-by-user-activation allow-popups allow-popups-to-escape-sandbox",
};

/** Messages of one shop-day share seconds, so the file's own time says which is the newest. @param to only those to an address */
const newestOf = (folder: string, to: string | null): { name: string; time: number }[] =>
  readdirSync(folder)
    .filter((n) => n.endsWith('.eml') && (to === null || isTo(readFileSync(join(folder, n), 'latin1'), to)))
    .map((name) => ({ name, time: statSync(join(folder, name)).mtimeMs }))
    .sort((a, b) => b.time - a.time)
    .slice(0, 200);

/** Whether a message goes to an address, by its head alone. */
function isTo(raw: string, address: string): boolean {
  const head = raw.split(/\r?\n\r?\n/, 1)[0] ?? '';
  const to = /^To: .*(\r?\n[ \t].*)*/im.exec(head)?.[0].toLowerCase() ?? '';
  const addresses: readonly string[] = to.match(/[^\s<>,;"]+@[^\s<>,;"]+/g) ?? [];
  return addresses.includes(address.trim().toLowerCase());
}

const read = async (folder: string, name: string): Promise<{ name: string; mail: ParsedMail }> => ({
  name,
  mail: await simpleParser(readFileSync(join(folder, name))),
});

const addressesOf = ({ to }: ParsedMail): string[] =>
  (Array.isArray(to) ? to : to ? [to] : []).flatMap((t) => t.value.flatMap(({ address }) => address ?? []));
