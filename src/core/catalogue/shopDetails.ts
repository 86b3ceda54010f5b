import * as z from 'zod';
import { isZone } from '#core/calendar';
import { idFor, type PathId } from '#core/ids';
import { isCurrency } from '#core/money';
import { LED_TO_WAYS, LedToWay } from '#core/ways';
import { Brand } from './brand';
import { CardStatement } from './price';
import { ShopTax } from './tax';

/** How checkouts, late payments and reminders are handled. */
const Billing = z.object({
  /** Days after a refused payment during which access stays open. */
  graceDays: z.int().min(0).max(30),
  /** Days before the end of a trial on which the buyer is told. */
  trialNoticeDays: z.int().min(1).max(30),
  /** Whether a payment plan stays open while it is paused. */
  planOpenInPause: z.boolean(),
  /** Minutes for which a checkout keeps the release it began under, and the step of a rising price. */
  quoteMinutes: z.int().min(5).max(1_440).default(60),
  /** Minutes after a checkout was paid in which what is offered after it can be taken. */
  offerMinutes: z.int().min(5).max(1_440).default(60),
  /** Whether each person has one trial and one price that is cheaper at first, of every offer. */
  beginsOnce: z.boolean().default(true),
});

const DEFAULT_BILLING: z.infer<typeof Billing> = {
  graceDays: 7,
  trialNoticeDays: 3,
  planOpenInPause: true,
  quoteMinutes: 60,
  offerMinutes: 60,
  beginsOnce: true,
};

const Locale = z.string().regex(/^[a-z]{2}(-[A-Z]{2})?$/);

/** Who sells, where and in what: asked for when first needed, with defaults that work. */
export const ShopDetails = z.object({
  name: z.string().min(1).max(80),
  /** The address that mail to buyers comes from and that they answer to. */
  senderAddress: z.email().max(254),
  zone: z.string().refine(isZone, 'A time zone is written like Europe/Lisbon.'),
  currency: z.string().refine(isCurrency, 'A currency is three letters, like EUR.'),
  locale: Locale,
  /** Other languages that buyers can read in; the shop's own is always one. */
  languages: z.array(Locale).max(20).default([]),
  /** What the buyer's card statement reads: 5 to 22 letters that every bank can print. */
  cardStatement: CardStatement,
  /** How buyers' pages look; null for the shipped look. */
  brand: Brand.nullable().default(null),
  /** The path that the shop's own address leads to; left out where it lists what is sold. */
  frontPathId: idFor<PathId>().optional(),
  /** Null until the seller says how tax is charged: then none is. */
  tax: ShopTax.nullable().default(null),
  /** Ways to pay besides cards that checkouts have; left out where there are none. */
  ways: z.array(LedToWay).max(LED_TO_WAYS.length).optional(),
  billing: Billing.default(DEFAULT_BILLING),
  legal: z.object({
    terms: z.string().max(20_000),
    privacy: z.string().max(20_000),
    withdrawal: z.string().max(4_000),
  }),
});
export type ShopDetails = z.infer<typeof ShopDetails>;

export const DEFAULT_SHOP: ShopDetails = {
  name: 'My shop',
  senderAddress: 'hello@shop.example',
  zone: 'UTC',
  currency: 'EUR',
  locale: 'en',
  languages: [],
  cardStatement: 'MY SHOP',
  brand: null,
  tax: null,
  billing: DEFAULT_BILLING,
  legal: { terms: '', privacy: '', withdrawal: '' },
};

/** Every locale that buyers can read in, the shop's own first. */
export const localesOf = ({ locale, languages }: Pick<ShopDetails, 'locale' | 'languages'>): [string, ...string[]] => [
  locale,
  ...languages.filter((other) => other !== locale),
];

/** The country that a shop says it is in; null where it says none. A language is no country, so none is guessed from it. */
export const homeCountry = ({ tax }: Pick<ShopDetails, 'tax'>): string | null => tax?.home ?? null;
