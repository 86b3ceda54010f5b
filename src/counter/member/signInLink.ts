import { randomUUID } from 'node:crypto';
import { signInMessage } from '#core/messages';
import type { PersonRecord } from '#core/people';
import { type CounterContext, shopOf } from '../context';

const LINK_MINUTES = 30;

/** Mails a link that signs a person in, once and for half an hour. */
export async function sendSignInLink(context: CounterContext, person: PersonRecord): Promise<void> {
  const secret = await context.doors.makeLink(person.id, LINK_MINUTES * 60_000);
  const message = signInMessage(
    { shop: shopOf(context), real: context.mode === 'real' },
    { url: `${context.publicAddress()}/member/enter/${secret}`, minutes: LINK_MINUTES },
  );
  await context.mailer.sendMessage(`enter-${randomUUID()}`, person, message, context.runner.now());
}
