import { createHash } from 'node:crypto';
import { mkdirSync, writeFileSync, createWriteStream } from 'node:fs';
import { once } from 'node:events';
import { join } from 'node:path';
import { addMs, HOUR, type Instant } from '#core/calendar';
import { firstBuyer, quoteFor } from '#core/checkout';
import { fact, NOWHERE, FIRST_PREV, serialiseBatch, type ShopEvent } from '#core/journal';
import { newBlock } from '#core/pages';
import { FILE_BYTES, FILE_SHA, release, releaseContent } from '../tests/support/release';

const BIRDS = [
  'Wren',
  'Robin',
  'Bittern',
  'Blackcap',
  'Dunnock',
  'Moorhen',
  'Rail',
  'Tarn',
  'Marsh',
  'Fenner',
  'Oriel',
  'Harrow',
];
const FIRST = ['Tove', 'Ilmar', 'Rafi', 'Ursa', 'Tomas', 'Wim', 'Lucan', 'Bento', 'Vera', 'Ines', 'Petra', 'Yara'];

/** Writes a shop's folder with so many orders straight to its files, with a page of many blocks. Everything in it is invented. */
export async function writeBigShop(dataFolder: string, orders: number, blocks: number): Promise<void> {
  const own = join(dataFolder, 'test');
  mkdirSync(join(own, 'releases'), { recursive: true });
  mkdirSync(join(dataFolder, 'vault', FILE_SHA.slice(0, 2)), { recursive: true });
  writeFileSync(join(dataFolder, 'vault', FILE_SHA.slice(0, 2), FILE_SHA), FILE_BYTES);
  const content = releaseContent();
  const page = content.pages[0];
  if (page)
    page.blocks = [
      ...page.blocks,
      ...Array.from({ length: Math.max(0, blocks - page.blocks.length) }, (_, i) =>
        newBlock(i % 3 === 0 ? 'testimonial' : i % 3 === 1 ? 'text' : 'benefits', `b_many${i}`, {
          title: '',
          benefits: ['Know who sings first'],
        }),
      ),
    ];
  const live = release(1, null, content);
  writeFileSync(join(own, 'releases', '000001.json'), JSON.stringify(live));

  const journal = createWriteStream(join(own, 'journal.jsonl'));
  const people = createWriteStream(join(own, 'people.jsonl'));
  const write = async (stream: ReturnType<typeof createWriteStream>, line: string): Promise<void> => {
    if (!stream.write(`${line}\n`)) await once(stream, 'drain');
  };
  let prev = FIRST_PREV;
  let seq = 0;
  const append = async (at: Instant, events: readonly ShopEvent[]): Promise<void> => {
    const line = serialiseBatch({ seq: (seq += 1), at, prev, events });
    prev = createHash('sha256').update(line).digest('hex');
    await write(journal, line);
  };
  const start = '2024-01-01T08:00:00.000Z';
  await append(start, [fact('release.published', { release: 1, basedOn: null, parts: [] })]);
  for (let i = 0; i < orders; i += 1) {
    const at = addMs(start, Math.floor((i / orders) * 800 * 24 * HOUR));
    const personId = `u_${i % Math.ceil(orders / 1.4)}`;
    const priceId = i % 3 === 0 ? 'pr_class' : 'pr_one';
    const quote = quoteFor(live, { offerId: 'off_field', priceId }, at, firstBuyer(at));
    if ('refused' in quote) throw new Error(quote.refused);
    const orderId = `o_${i}`;
    const key = `${orderId}-1`;
    const pass = {
      id: `p_${i}`,
      personId,
      productId: quote.lines[0]?.productIds[0] ?? '',
      cause: { kind: 'paid' as const, orderId, lineId: 'l1' },
      from: at,
      until: null,
    };
    const paymentId = `pay_${i}`;
    const events: ShopEvent[] = [
      fact('charge.requested', {
        key,
        orderId,
        checkoutId: `c_${i}`,
        attempt: 1,
        personId,
        quote,
        card: { token: 'tok', last4: '0001' },
        opens: [pass],
        came: NOWHERE,
        language: null,
        step: null,
        recipientId: null,
        signedIn: false,
      }),
      fact('charge.paid', { key, paymentId }),
      fact('order.paid', {
        orderId,
        number: 1001 + i,
        checkoutId: `c_${i}`,
        personId,
        credits: [],
        backUntil: [],
        chargeKey: key,
        quote: null,
        recipientId: null,
        came: NOWHERE,
        language: null,
        paymentId,
        last4: '0001',
        receipt: `R-${String(i + 1).padStart(5, '0')}`,
      }),
      fact('pass.opened', { pass }),
    ];
    if (i < Math.ceil(orders / 1.4)) {
      await write(
        people,
        JSON.stringify({
          id: personId,
          rev: 1,
          name: `${FIRST[i % 12] ?? ''} ${BIRDS[Math.floor(i / 12) % 12] ?? ''}`,
          address: `buyer${i}@example.org`,
        }),
      );
      events.unshift(fact('person.changed', { personId, rev: 1 }));
    }
    if (i % 40 === 0) {
      const line = quote.lines[0];
      events.push(
        fact('refund.requested', {
          refundId: `r_${i}`,
          orderId,
          paymentId,
          amount: line?.dueToday ?? 0,
          currency: 'EUR',
          shares: [{ lineId: 'l1', amount: line?.dueToday ?? 0, tax: 0 }],
          closes: [pass.id],
          reason: '',
        }),
        fact('refund.paid', { refundId: `r_${i}`, creditNote: `C-${String(i / 40 + 1).padStart(5, '0')}` }),
        fact('pass.closed', { passId: pass.id, why: 'refund', dueAt: null }),
      );
    }
    await append(at, events);
  }
  for (const stream of [journal, people]) {
    stream.end();
    await once(stream, 'finish');
  }
  writeFileSync(join(own, 'head.json'), JSON.stringify({ seq, hash: prev }));
}
