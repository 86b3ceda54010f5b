import type { AgreementId, PersonId } from '#core/ids';
import type { PostalAddress } from '#core/people';
import type { CounterContext } from '../context';

/** Under which name a person keeps the address that a switch of an agreement is sent to. */
export const switchAddressKey = (agreementId: AgreementId): string => `switch-${agreementId}`;

/** Keeps with a person where something of theirs is sent. @param key names what: a pass, a checkout, a switch */
export async function keepPostal(
  context: Pick<CounterContext, 'people' | 'runner'>,
  personId: PersonId,
  key: string,
  postal: PostalAddress,
): Promise<void> {
  const record = await context.people.change(personId, (now) => ({
    ...now,
    rev: now.rev + 1,
    postal: { ...now.postal, [key]: postal },
  }));
  if (record) await context.runner.execute({ type: 'change-person', personId, rev: record.rev });
}
