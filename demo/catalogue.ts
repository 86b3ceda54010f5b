import {
  DEFAULT_SHOP,
  type DraftOffer,
  euRates,
  fileTypeOf,
  newCoupon,
  newOffer,
  newPrice,
  newProduct,
  type Product,
  richFromPlain,
  type ShopDetails,
} from '#core/catalogue';
import type { Page } from '#core/pages';
import {
  addStep,
  type Begun,
  checkoutOf,
  type Extra,
  type Known,
  offerSofter,
  type Path,
  sellFromTalk,
  sellWithPage,
  sideBySide,
} from '#core/paths';
import { type DraftContent, type ReleaseContent, sealContent } from '#core/release';
import { cards } from './cards';
import { wrenCourse } from './course/course';
import { reeds } from './drawings';
import { firstSpring, hideMembership, upperHide } from './hide/hide';
import { tenMornings } from './mornings/mornings';
import { seeded } from './random';
import { duskLive } from './evenings/evenings';
import { listeningWalks, monthlyWalk } from './walks/walks';
import { call, phrase } from './sounds';

const SHOP: ShopDetails = {
  name: 'Reedlight',
  senderAddress: 'hello@reedlight.example',
  zone: 'Europe/Lisbon',
  currency: 'EUR',
  locale: 'en',
  languages: ['de'],
  cardStatement: 'REEDLIGHT BIRDS',
  ways: ['wallet', 'account'],
  brand: null,
  tax: { how: 'included', home: 'PT', rates: euRates() },
  billing: DEFAULT_SHOP.billing,
  legal: {
    terms: 'You may use what you buy for yourself and your household. Please do not pass the files on.',
    privacy: 'We keep your name, your address and what you bought, and use them to send you what you bought.',
    withdrawal: 'Write to us within 30 days and we give your money back.',
  },
};
const VOICES = [
  'Wren',
  'Robin',
  'Song thrush',
  'Blackcap',
  'Reed warbler',
  'Cetti’s warbler',
  'Chiffchaff',
  'Dunnock',
  'Great tit',
  'Moorhen',
  'Water rail',
  'Bittern',
].map((name, i) => ({
  name: name.replace('’', "'"),
  say:
    [
      'a rattle in the middle, very loud',
      'thin, silver, pausing',
      'everything twice',
      'begins unsure, ends sure',
      'a slow machine, day and night',
      'an outburst, then nothing',
      'its own name',
      'a hurried wheel',
      'a pump that needs oil',
      'one dropped cork',
      'a small pig, far away',
      'somebody blowing over a bottle',
    ][i] ?? '',
}));

/** What stands over the library where it is offered after payment. */
const offerPage = (next: (prefix: string) => string): Page => ({
  id: next('page'),
  kind: 'sales',
  title: '',
  description: '',
  blocks: [
    {
      id: next('b'),
      kind: 'headline',
      text: 'The wren is yours. Would you like to hear the others?',
      under: 'Every recording we make, as it is made: fourteen days to listen, then as long as you like.',
    },
  ],
});

const addExtra = (path: Path, extra: Extra): void => {
  for (const step of path.steps) if (step.kind === 'checkout') step.extras = [...(step.extras ?? []), extra];
};

type Upload = (bytes: Uint8Array) => Promise<string>;

/** The shop's things with real files, made here. The same seed gives the same bytes. */
export async function demoCatalogue(upload: Upload): Promise<ReleaseContent> {
  const random = seeded(20260615);
  let count = 0;
  const next = (prefix: string): string => `${prefix}_demo${(count += 1)}`;
  const file = async (name: string, bytes: Uint8Array) => ({
    id: next('f'),
    sha256: await upload(bytes),
    name,
    bytes: bytes.length,
    type: fileTypeOf(name),
  });
  const sound = async (name: string, base: number, notes: number) => {
    const made = phrase(random, base, notes, 3);
    return file(`${name}.wav`, call(made.notes, made.seconds));
  };
  const picture = async (name: string, alt: string, colours: Parameters<typeof reeds>[1]) => ({
    file: await file(`${name}.svg`, new TextEncoder().encode(reeds(random, colours))),
    alt,
  });

  const dawn: Product = {
    ...newProduct(next('prd'), 'Dawn field pack'),
    promise: 'Twelve voices of the first hour, on cards to carry and as sound.',
    description: richFromPlain(
      'Go out before the light and you hear everything at once. This pack takes it apart: twelve birds, one card each, with the one thing to listen for and its song drawn as a line.\nPrint the cards, put the sounds on your phone, and stand still for ten minutes. By the third morning you will know who began.',
    ),
    benefits: [
      'Know who sings first, and who follows',
      'Cards that survive a wet pocket',
      'Sounds to keep, playable without a network',
    ],
    picture: await picture('dawn', 'Reeds before a low sun, a song drawn across them as a line', {
      sky: '#f0dfb8',
      sun: '#e5a94a',
      reed: '#20453d',
      song: '#8a3d20',
    }),
    files: [
      await file('Dawn field pack, twelve cards.pdf', await cards('Dawn field pack', VOICES, random)),
      await sound('Wren at ten paces', 4200, 6),
      await sound('Blackcap, first light', 2900, 8),
      await sound('Reed warbler, near', 2300, 5),
      await sound('Song thrush, twice each', 2600, 4),
      await file(
        'Who sings when, wall chart.svg',
        new TextEncoder().encode(reeds(random, { sky: '#fbf8f1', sun: '#f0c979', reed: '#6fb9aa', song: '#14302b' })),
      ),
    ],
  };
  const wren: Product = {
    ...newProduct(next('prd'), 'Wren sound cards'),
    promise: 'Six songs of one small bird, told apart.',
    description: richFromPlain(
      'The wren has more to say than its size allows. Six cards, six sounds: the boundary song, the alarm, the roost call and three you will not have noticed.',
    ),
    benefits: ['Hear the difference between a song and a warning', 'Six short sounds, each on its own'],
    picture: await picture('wren', 'Reeds at dusk, a quick song line above them', {
      sky: '#1d3d3b',
      sun: '#d8a441',
      reed: '#0e211f',
      song: '#e9d9ae',
    }),
    files: [
      await file('Wren sound cards.pdf', await cards('Wren sound cards', VOICES.slice(0, 6), random)),
      await sound('Boundary song', 4800, 9),
      await sound('Alarm', 5200, 2),
      await sound('Roost call', 3900, 3),
    ],
  };
  const marsh: Product = {
    ...newProduct(next('prd'), 'One minute of marsh'),
    promise: 'A free minute to try your ears on: how many birds are there?',
    description: richFromPlain('Close your eyes, count, then read the card.'),
    picture: await picture('marsh', 'A pale morning over reeds', {
      sky: '#d9e4dc',
      sun: '#f3e3b3',
      reed: '#41645c',
      song: '#53627a',
    }),
    files: [
      await sound('One minute of marsh', 2500, 14),
      await file('Who was it.pdf', await cards('Who was it', VOICES.slice(4, 10), random)),
    ],
  };
  const library: Product = {
    ...newProduct(next('prd'), 'The sound library'),
    promise: 'Every recording we make, as it is made.',
    description: richFromPlain(
      'Each month two new recordings join the library, with a card for each. While you are a member everything in it is yours to open.',
    ),
    benefits: [
      'All recordings so far, and two more each month',
      'A card for every voice',
      'Ask for a bird, and we go and find it',
    ],
    picture: await picture('library', 'Reeds in two greens, many song lines across them', {
      sky: '#e3ead9',
      sun: '#c9a24a',
      reed: '#2f5d50',
      song: '#7a3b52',
    }),
    files: [
      await sound('Bittern before dawn', 900, 4),
      await sound('Water rail, three rooms away', 1800, 7),
      await sound('Great tit, eleven ways', 3600, 11),
      await sound('Dunnock hurrying', 3900, 9),
      await sound('Moorhen, one cork', 1400, 2),
      await file('Cards of the library.pdf', await cards('The sound library', VOICES.slice(2), random)),
    ],
  };
  const offer = (product: Product, prices: DraftOffer['prices']): DraftOffer => ({
    ...newOffer(next('off'), product, 'EUR'),
    prices,
  });
  const once = (name: string, amount: string, usual: string | null = null): DraftOffer['prices'][number] =>
    newPrice(next('pr'), { name, terms: { kind: 'once', amount }, usual });
  const offers = [
    offer(dawn, [once('For yourself', '24.00', '32.00'), once('For a class, up to 30', '68.00')]),
    offer(wren, [once('', '12.00')]),
    offer(marsh, [newPrice(next('pr'), { terms: { kind: 'free', amount: '' } })]),
  ];
  const plan = newPrice(next('pr'), { name: 'In three parts', terms: { kind: 'plan', amount: '9.00', payments: '3' } });
  offers[0]?.prices.push(plan);
  const membership: DraftOffer = {
    ...newOffer(next('off'), library, 'EUR'),
    prices: [
      newPrice(next('pr'), {
        name: 'Monthly',
        terms: { kind: 'subscription', amount: '12.00', trial: { days: '14', fee: '1.00' } },
      }),
      newPrice(next('pr'), {
        name: 'Yearly',
        terms: { kind: 'subscription', amount: '120.00', every: { count: '1', unit: 'year' } },
        usual: '144.00',
      }),
    ],
  };
  const lifelong: DraftOffer = {
    ...newOffer(next('off'), library, 'EUR'),
    title: 'The sound library, for life',
    prices: [
      newPrice(next('pr'), {
        name: 'All at once',
        terms: { kind: 'once', amount: '297.00' },
        replaces: { offerId: membership.id, credit: true },
      }),
      newPrice(next('pr'), {
        name: 'In four parts',
        terms: { kind: 'plan', amount: '97.00', payments: '4' },
        replaces: { offerId: membership.id, credit: true },
      }),
    ],
  };
  offers.push(membership, lifelong);
  const coupons = [
    newCoupon(next('cp'), 'EUR', {
      code: 'SPRING',
      percent: '50',
      acts: 'first',
      payments: '1',
      offerIds: [membership.id],
    }),
    newCoupon(next('cp'), 'EUR', {
      code: 'REEDS5',
      takes: 'amount',
      amount: '5.00',
      acts: 'first',
      payments: '1',
      limit: { inAll: '40', each: '1' },
    }),
  ];
  const products: Product[] = [dawn, wren, marsh, library];
  const made = offers.map((o) =>
    sellWithPage.make({
      offer: { id: o.id, title: o.title, products: products.filter((p) => o.productIds.includes(p.id)) },
      taken: new Set(),
      next,
      short: () => next('K'),
      locale: 'en',
    }),
  );
  const [dawnPath, wrenPath] = made.map((m) => m.path);
  const after = offerPage(next);
  const monthly = membership.prices[0];
  const [wrenOffer] = offers.slice(1);
  if (!dawnPath || !wrenPath || !monthly || !wrenOffer) throw new Error('The demo has its paths');
  addExtra(dawnPath, {
    id: next('extra'),
    offerId: wrenOffer.id,
    priceId: wrenOffer.prices[0]?.id ?? '',
    heading: 'Add the wren, which is in every one of these mornings',
    text: '',
    strength: 'clear',
  });
  const wrenStep = {
    id: next('step'),
    kind: 'offer' as const,
    pageId: after.id,
    offer: { offerId: membership.id, priceId: monthly.id },
  };
  Object.assign(wrenPath, addStep(wrenPath, wrenStep, { after: checkoutOf(wrenPath)?.id ?? '', by: 'next' }));
  const known = (offer: DraftOffer) => ({
    offer: { id: offer.id, title: offer.title, products: products.filter((p) => offer.productIds.includes(p.id)) },
    taken: new Set<string>(),
    next,
    short: () => shorts.shift() ?? next('K'),
    locale: 'en',
  });
  const ways = newerPaths(offers, { wrenOffer, membership, lifelong }, known, next);
  offers.push(ways.talkOffer);
  // The course came last: whatever was made before it keeps its ids.
  const course = await wrenCourse(file, next);
  const courseOffer: DraftOffer = {
    ...newOffer(next('off'), course, 'EUR'),
    prices: [
      newPrice(next('pr'), { name: 'All at once', terms: { kind: 'once', amount: '128.00' } }),
      newPrice(next('pr'), { name: 'In two parts', terms: { kind: 'plan', amount: '67.00', payments: '2' } }),
    ],
  };
  products.push(course);
  offers.push(courseOffer);
  const taught = sellWithPage.make(known(courseOffer));
  // And after it what stands on all of these.
  const hide = await hideMembership(file, next, [wren.id, marsh.id, dawn.id, library.id]);
  const upper = upperHide(next, hide.id, course.id);
  const spring = firstSpring(next, [course.id, dawn.id, wren.id]);
  const mornings = await tenMornings(file, next);
  const monthlyAt = (amount: string) =>
    newPrice(next('pr'), { name: 'Monthly', terms: { kind: 'subscription', amount } });
  const newest: DraftOffer[] = [
    offer(hide, [
      monthlyAt('9.00'),
      newPrice(next('pr'), {
        name: 'Yearly',
        terms: { kind: 'subscription', amount: '90.00', every: { count: '1', unit: 'year' } },
        usual: '108.00',
      }),
    ]),
    offer(upper, [monthlyAt('24.00')]),
    offer(spring, [
      {
        ...once('', '139.00', '164.00'),
        owned: spring.parts.map((productId, i) => ({ productId, amount: ['100.00', '14.00', '9.00'][i] ?? '' })),
      },
    ]),
    offer(mornings, [newPrice(next('pr'), { terms: { kind: 'free', amount: '' } })]),
  ];
  const walks = listeningWalks(next);
  const aWalk = monthlyWalk(next);
  newest.push(
    offer(walks, [
      once('At once', '168.00'),
      newPrice(next('pr'), { name: 'In three parts', terms: { kind: 'plan', amount: '59.00', payments: '3' } }),
    ]),
    offer(aWalk, [monthlyAt('45.00')]),
  );
  const dusk = duskLive(next);
  const seat = once('One seat', '18.00');
  newest.push(offer(dusk, [{ ...seat, limit: { inAll: '', each: '', perOrder: '3' } }]));
  products.push(hide, upper, spring, mornings, walks, aWalk, dusk);
  offers.push(...newest);
  const shown = newest.map((o) => sellWithPage.make(known(o)));
  const content: DraftContent = {
    shop: SHOP,
    products,
    offers,
    coupons,
    paths: [...made, taught, ...shown, ...ways.begun].map((m) => m.path),
    pages: [...[...made, taught, ...shown, ...ways.begun].flatMap((m) => m.pages), after],
  };
  return sealContent(content);
}

/** Short addresses of the demo's entrances. */
const shorts = ['k7Qm', 'w3Rn'];

/** Three more paths: with extra, offer and something softer; two offers side by side; from a talk, through an entrance. */
function newerPaths(
  offers: readonly DraftOffer[],
  of: { wrenOffer: DraftOffer; membership: DraftOffer; lifelong: DraftOffer },
  known: (offer: DraftOffer) => Known,
  next: (prefix: string) => string,
): { begun: Begun[]; talkOffer: DraftOffer } {
  const [dawnOffer] = offers;
  const { wrenOffer, membership, lifelong } = of;
  const [once, parts] = lifelong.prices;
  if (!dawnOffer || !once || !parts) throw new Error('The demo has its prices');
  const { offer: library } = known(lifelong);
  const spring = offerSofter.make({
    ...known(wrenOffer),
    more: { offer: library, priceId: once.id },
    softer: { offer: library, priceId: parts.id },
  });
  Object.assign(spring.path, { title: 'Wrens in spring', address: 'wrens-in-spring', note: 'the spring letter' });
  addExtra(spring.path, {
    id: next('extra'),
    offerId: dawnOffer.id,
    priceId: dawnOffer.prices[0]?.id ?? '',
    heading: 'Add the whole dawn around them',
    text: '',
    strength: 'clear',
  });
  // Its page is tried with another headline: half of the visitors see that.
  const front = spring.pages.find((p) => p.id === spring.path.steps.find((s) => s.id === spring.path.start)?.pageId);
  if (front) {
    const other = { ...structuredClone(front), id: next('page') };
    const headline = other.blocks.find((b) => b.kind === 'headline');
    if (headline) headline.text = 'Know the loudest small bird in your garden';
    spring.pages.push(other);
    spring.path.comparisons = [
      { id: next('cmp'), step: spring.path.start, other: { of: 'page', pageId: other.id }, share: 50, by: 'went-on' },
    ];
  }
  const side = sideBySide.make({ ...known(dawnOffer), beside: known(membership).offer });
  Object.assign(side.path, { title: 'Field pack or library', address: 'pack-or-library' });
  const listeners = next('pr');
  const talkOffer: DraftOffer = {
    ...dawnOffer,
    id: next('off'),
    title: 'Dawn field pack, after the talk',
    prices: [
      newPrice(next('pr'), { name: 'For yourself', terms: { kind: 'once', amount: '24.00' } }),
      newPrice(listeners, { name: 'For those who listened', terms: { kind: 'once', amount: '18.00' } }),
    ],
  };
  const talk = sellFromTalk.make({ ...known(talkOffer), few: listeners });
  Object.assign(talk.path, { title: 'Evening talk', address: 'evening-talk' });
  const [entrance] = talk.path.entrances ?? [];
  if (entrance) Object.assign(entrance, { word: 'listeners', until: '2026-06-30', label: 'heard the talk' });
  return { begun: [spring, side, talk], talkOffer };
}
