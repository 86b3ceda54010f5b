import { randomUUID } from 'node:crypto';
import { signInMessage } from '#core/emails';
import type { PersonRecord } from '#core/people';
import { type CounterContext, shopOf } from '../context';
import { localeOfPerson } from './localeOfPerson';

/** How long a mailed link signs in. */
export const LINK_MINUTES = 15;

/**
 * Mails a link that signs a person in, once and for a quarter of an hour.
 * @param locale as asked for; else what they bought in
 * @param to one of their addresses; left out, the one that is written to
 */
export async function sendSignInLink(
  context: CounterContext,
  person: PersonRecord,
  { locale, to = person.address }: { locale?: string; to?: string } = {},
): Promise<void> {
  const secret = await context.doors.makeLink(person.id, LINK_MINUTES * 60_000);
  const shop = shopOf(context);
  const setting = {
    shop,
    real: context.mode === 'real',
    locale: locale ?? localeOfPerson(context.runner.state, shop, person.id),
  };
  const url = `${context.publicAddress()}/member/enter/${secret}`;
  const message = signInMessage(setting, { url, minutes: LINK_MINUTES });
  await context.mailer.sendMessage(`enter-${randomUUID()}`, { ...person, address: to }, message, context.runner.now());
}
