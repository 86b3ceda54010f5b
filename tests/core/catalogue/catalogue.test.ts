import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { describeBytes, plainFromRich, richFromPlain, safeFileName, sealOffer, unsealOffer } from '#core/catalogue';
import { firstBuyer, quoteFingerprint, quoteFor } from '#core/checkout';
import { layoutKeelLine, storyOfTerms } from '#core/drawing';
import { addressFrom, addressProblem, resolveAddress } from '#core/paths';
import { isAddress, compareAddress } from '#core/people';
import { launchCheck, publicPicturesOf, sealContent, unsealContent } from '#core/release';
import { plainText, statementOf } from '#core/terms';
import { draftContent, FILE_SHA, release } from '../../support/release';

const NOW = '2026-06-15T08:00:00.000Z';
const place = { currency: 'EUR', zone: 'Europe/Lisbon', locale: 'en' };

describe('launch check', () => {
  const stops = (change: (d: ReturnType<typeof draftContent>) => void, hasFile = true): string[] => {
    const draft = draftContent();
    change(draft);
    return launchCheck(draft, () => hasFile, NOW)
      .filter((f) => f.level === 'stops')
      .map((f) => f.code);
  };
  test('a whole shop has nothing that stops it', () => expect(stops(() => undefined)).toEqual([]));
  test.each<[string, Parameters<typeof stops>[0]]>([
    [
      'nothing-to-deliver',
      (d) => {
        (d.products[0] as { files: unknown[] }).files = [];
      },
    ],
    [
      'no-price',
      (d) => {
        (d.offers[0] as { prices: unknown[] }).prices = [];
      },
    ],
    [
      'price-wrong',
      (d) => {
        const p = d.offers[0]?.prices[0];
        if (p) p.terms.amount = '6x';
      },
    ],
    [
      'price-wrong',
      (d) => {
        const p = d.offers[0]?.prices[0];
        if (p) p.usual = '20.00';
      },
    ],
    [
      'address-taken',
      (d) => {
        (d.paths[1] as { address: string }).address = d.paths[0]?.address ?? '';
      },
    ],
    [
      'address-wrong',
      (d) => {
        (d.paths[0] as { address: string }).address = 'member';
      },
    ],
    [
      'opens-nothing',
      (d) => {
        (d.offers[0] as { productIds: string[] }).productIds = [];
      },
    ],
    [
      'same-name',
      (d) => {
        const p = d.offers[0]?.prices[1];
        if (p) p.name = 'One';
      },
    ],
    [
      'shop-details',
      (d) => {
        d.shop = { ...d.shop, senderAddress: 'nobody' };
      },
    ],
    [
      'page-missing',
      (d) => {
        d.pages = d.pages.slice(1);
      },
    ],
  ])('%s', (code, change) => expect(stops(change)).toContain(code));
  test('a file that is not at hand', () => expect(stops(() => undefined, false)).toContain('file-missing'));
});

test('an offer as edited and as sold are the same offer, both ways', () => {
  for (const offer of sealContent(draftContent()).offers) expect(sealOffer(unsealOffer(offer))).toEqual(offer);
  expect(sealContent(unsealContent(sealContent(draftContent())))).toEqual(sealContent(draftContent()));
});

test('a file that is delivered is never public as a picture', () => {
  const content = sealContent(draftContent());
  const secret = { id: 'f_x', sha256: FILE_SHA, name: 'x.png', bytes: 1, type: 'image/png' };
  if (content.products[0]) content.products[0].picture = { file: secret, alt: '' };
  expect(publicPicturesOf(content).has(FILE_SHA)).toBe(false);
});

describe('addresses', () => {
  test('made from any title, they are right or empty', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 200 }), (title) => {
        const address = addressFrom(title);
        expect(
          address === '' || addressProblem(address) === null || addressProblem(address)?.includes('needed by the shop'),
        ).toBe(true);
      }),
    );
    expect(addressFrom('Grüße aus dem Moor! 2. Teil')).toBe('grusse-aus-dem-moor-2-teil');
  });
  test('a former address forwards, step and all; a present one wins', () => {
    const paths = draftContent().paths.map((p, i) =>
      i === 0 ? { ...p, address: 'new', formerAddresses: ['old', 'free-minute'] } : p,
    );
    expect(resolveAddress(paths, 'old', 'checkout')).toEqual({ found: 'moved', to: '/new/checkout' });
    expect(resolveAddress(paths, 'free-minute', '')).toMatchObject({ found: 'step' });
    expect(resolveAddress(paths, 'new', 'nowhere')).toEqual({ found: 'nothing' });
  });
});

test('what is promised, shown and charged is one amount', () => {
  const live = release();
  for (const offer of live.content.offers) {
    for (const price of offer.prices) {
      const quote = quoteFor(live, { offerId: offer.id, priceId: price.id }, NOW, firstBuyer(NOW));
      if ('refused' in quote) throw new Error('not on sale');
      const statement = plainText(statementOf(price.terms, { ...place, start: NOW, when: 'today' }));
      const drawn = layoutKeelLine(storyOfTerms(price.terms, [{ title: 'x' }], NOW, place), 312).amounts;
      const words = new Intl.NumberFormat('en', { style: 'currency', currency: 'EUR' }).format(quote.dueToday / 100);
      if (quote.dueToday === 0) expect(statement).toContain('nothing to pay');
      else {
        expect(statement).toContain(words);
        expect(drawn.map((m) => m.text)).toEqual([words]);
      }
    }
  }
});

test('the fingerprint changes with anything the buyer was promised, and not with the minute', () => {
  const at = (now: string, change: (r: ReturnType<typeof release>) => void = () => undefined): string => {
    const live = release();
    change(live);
    const quote = quoteFor(live, { offerId: 'off_field', priceId: 'pr_one' }, now, firstBuyer(now));
    return 'refused' in quote ? quote.refused : quoteFingerprint(quote);
  };
  const base = at(NOW);
  expect(at('2026-06-15T09:59:00.000Z')).toBe(base);
  const changed = [
    at(NOW, (r) => {
      const p = r.content.offers[0]?.prices[0];
      if (p?.terms.kind === 'once') p.terms.amount += 1;
    }),
    at(NOW, (r) => {
      if (r.content.offers[0]) r.content.offers[0].title = 'Else';
    }),
    at(NOW, (r) => {
      if (r.content.offers[0]) r.content.offers[0].productIds = [];
    }),
    at(NOW, (r) => {
      if (r.content.offers[0]) r.content.offers[0].onSale = false;
    }),
  ];
  expect(changed.every((c) => c !== base)).toBe(true);
});

test('text goes into a document and comes out the same; nothing in it is markup', () => {
  fc.assert(
    fc.property(fc.string({ maxLength: 500 }), (text) =>
      expect(plainFromRich(richFromPlain(text))).toBe(text.replace(/\r\n?/g, '\n')),
    ),
  );
});

test('mail addresses', () => {
  for (const good of ['a@b.co', 'tove+birds@example.org', 'ü@bücher.example', ' x@y.zz '])
    expect(isAddress(good)).toBe(true);
  for (const bad of [
    '',
    'a',
    'a@b',
    'a b@c.de',
    'a@b.c\r\nBcc: x@y.zz',
    'a@@b.co',
    '<a@b.co>',
    `${'a'.repeat(65)}@b.co`,
    'a\u202E@b.co',
    'a,b@c.de',
  ])
    expect([bad, isAddress(bad)]).toEqual([bad, false]);
  expect(compareAddress(' Tove.Marsh+X@Example.ORG ')).toBe('tove.marsh+x@example.org');
});

test('names of files and sizes', () => {
  fc.assert(
    fc.property(fc.string({ unit: 'grapheme', maxLength: 300 }), (name) => {
      const safe = safeFileName(name);
      expect(safe.length).toBeGreaterThan(0);
      expect(safe).not.toMatch(/[\\/:*?"<>|\u0000-\u001f]|^\./);
    }),
  );
  expect([0, 999, 1_000, 999_499, 999_500, 4_200_000].map((bytes) => describeBytes(bytes))).toEqual([
    '0 bytes',
    '999 bytes',
    '1 kB',
    '999 kB',
    '1.0 MB',
    '4.2 MB',
  ]);
});
