import type { Words } from '#core/words';

type CardWords = Words['card'];

/** What the payment service gives for a card. */
export interface CardToken {
  token: string;
  last4: string;
  expires?: string;
  country?: string;
  /** The service's own proof of what it says here. */
  proof: string;
}

/** Sends the card straight to the payment service and gets a token for it. */
export async function tokenise(
  service: string,
  card: { number: string; expiry: string; code: string },
  words: CardWords,
): Promise<CardToken | { problem: string }> {
  try {
    const response = await fetch(`${service}/tokens`, {
      method: 'POST',
      credentials: 'omit',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(card),
    });
    const body = (await response.json()) as Partial<CardToken> & { title?: string };
    if (response.ok && body.token && body.last4 && body.proof)
      return {
        token: body.token,
        last4: body.last4,
        proof: body.proof,
        ...(body.expires ? { expires: body.expires } : {}),
        ...(body.country ? { country: body.country } : {}),
      };
    return { problem: `${body.title ?? words.notTaken} ${words.nothingCharged}` };
  } catch {
    return { problem: words.notReached };
  }
}
