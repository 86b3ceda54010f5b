import * as z from 'zod';
import { Id, idFor, type PathId, type PriceId, type StepId } from '#core/ids';
import { KeptCard } from '#core/agreements';
import { PostalAddress } from '#core/people';
import { LedToWay, WAYS_TO_PAY } from '#core/ways';
import type { KeelLayout } from '#core/drawing';
import { languages } from '#core/words';

/** A drawing that the shop has laid out. It comes from the shop's own code and goes only to our own drawing of it. */
export const Layout = z.custom<KeelLayout>((value) => typeof value === 'object' && value !== null);

/** What a buyer may choose beside a price; never an amount. */
const Beside = {
  coupon: z.string().max(60).optional(),
  country: z.string().max(2).optional(),
  vatNumber: z.string().max(30).optional(),
  /** Extras that are ticked, by their ids. */
  extras: z.array(Id).max(12).optional(),
  quantity: z.int().min(1).max(1_000).optional(),
  /** An amount as its buyer wrote it, where the price is theirs to name. */
  named: z.string().max(30).optional(),
  /** To which country what is sent by post goes. */
  sendCountry: z
    .string()
    .regex(/^[A-Z]{2}$/)
    .optional(),
  /** Dates that were picked, of whatever it opens. */
  dates: z.array(Id).max(20).optional(),
};

/** At which checkout. A page that was open before a path could have several names its path alone: the first is meant. */
const Where = { pathId: idFor<PathId>(), stepId: idFor<StepId>().optional() };

/** The prices again with what was ticked, a coupon, a country, a number. */
export const QuoteRequest = z.strictObject({ ...Where, ...Beside });
export type QuoteRequest = z.infer<typeof QuoteRequest>;

/** Rather another card than to confirm with the bank. */
export const GiveUpRequest = z.strictObject(Where);
export type GiveUpRequest = z.infer<typeof GiveUpRequest>;

/** A card as the payment service named it to the browser, with its proof of that. A wallet is never said by a browser. */
export const ShownCard = KeptCard.omit({ way: true })
  .extend({ last4: z.string().regex(/^\d{4}$/), proof: z.string().max(200) })
  .strict();
export type ShownCard = z.infer<typeof ShownCard>;

/** What a window makes for itself, so that it alone opens what it pays: no cookie that was planted does. */
const Holder = z.string().regex(/^[\w-]{22,64}$/);
/** Header in which a window shows it when it asks how its payment stands. */
export const HOLDER_HEADER = 'keel-holder';
/** Header in which a checkout framed by another site carries its visit: notes by name, written like cookies, which it has none of. */
export const VISIT_HEADER = 'keel-visit';

export const PayRequest = z.strictObject({
  ...Where,
  priceId: idFor<PriceId>(),
  /** Hash of what the page showed. */
  shown: z.string().regex(/^[0-9a-f]{64}$/),
  name: z.string().max(300),
  address: z.string().max(300),
  card: ShownCard.nullable(),
  /** Back from a wallet or a bank, instead of a card. */
  way: LedToWay.optional(),
  holder: Holder.optional(),
  /** Where what is sent by post goes. */
  postal: PostalAddress.optional(),
  ...Beside,
});
export type PayRequest = z.infer<typeof PayRequest>;

/** To a wallet or a bank, to approve what the page shows. */
export const ApproveRequest = PayRequest.omit({ card: true, holder: true, name: true })
  .extend({ way: LedToWay })
  .strict();
export type ApproveRequest = z.infer<typeof ApproveRequest>;
export const ApproveAnswer = z.strictObject({ approveAt: z.string() });
export type ApproveAnswer = z.infer<typeof ApproveAnswer>;

/** Something that can be ticked, with what it adds today and later to the price it stands beside. */
export const CheckoutExtra = z.strictObject({
  id: Id,
  heading: z.string(),
  text: z.string(),
  strength: z.enum(['quiet', 'clear', 'loud']),
  look: z.enum(['button', 'tick', 'switch']),
  place: z.enum(['above', 'beside']),
  picture: z.strictObject({ src: z.string(), alt: z.string() }).nullable(),
  statement: z.string(),
  ticked: z.boolean(),
});
export type CheckoutExtra = z.infer<typeof CheckoutExtra>;

/** The dates of one class of which its buyer picks one. Moments are read on the buyer's own clock as well. */
const CheckoutDates = z.strictObject({
  productId: Id,
  title: z.string(),
  dates: z.array(
    z.strictObject({
      id: Id,
      when: z.string(),
      from: z.string(),
      zone: z.string(),
      /** How many seats are left, where that is worth saying. */
      room: z.string(),
      full: z.boolean(),
      chosen: z.boolean(),
    }),
  ),
});

/** What is due later for one line: the sum or the rate, and the days. */
const Later = z.strictObject({ name: z.string(), later: z.string(), words: z.string() });

/** One price with the quote the shop made for it: the page shows these words and carries the hash back, never an amount. */
export const CheckoutPrice = z.strictObject({
  id: Id,
  name: z.string(),
  usual: z.string().nullable(),
  dueToday: z.string(),
  /** Whether anything is due today. */
  today: z.boolean(),
  free: z.boolean(),
  statement: z.string(),
  /** How long it stays open. */
  access: z.string(),
  /** Whether access ends by itself, so that it must be said where the buyer decides. */
  ends: z.boolean(),
  /** What the card statement will read. */
  statementText: z.string(),
  /** Goes on after today, so that a card is needed even when nothing is due today. */
  lasting: z.boolean(),
  /** The ways it can be paid by here. */
  ways: z.array(z.enum(WAYS_TO_PAY)),
  /** What is due later for the price itself, in a few words. */
  later: z.string(),
  /** What is bought, line by line, with what is due for it today. */
  bill: z.array(
    z.strictObject({
      name: z.string(),
      today: z.string(),
      /** At which dates it has seats. */
      dates: z.array(z.string()),
    }),
  ),
  /** Of what it opens, the dates to choose from, with the one that is chosen. */
  seats: z.array(CheckoutDates),
  /** What is due later, for each line that goes on. */
  laters: z.array(Later),
  extras: z.array(CheckoutExtra),
  /** What paying opens, with all that is ticked. */
  opens: z.array(z.strictObject({ title: z.string(), files: z.string() })),
  /** How many can be had in one order. */
  most: z.int().min(1),
  /** Where the amount is the buyer's to name: what stands there, and within which bounds. */
  names: z.strictObject({ value: z.string(), hint: z.string() }).nullable(),
  /** Part of it is sent by post: to which country its sum is, and what sending costs, in words. */
  sending: z.strictObject({ country: z.string(), said: z.string() }).nullable(),
  coupon: z.string().nullable(),
  tax: z.string().nullable(),
  credit: z.string().nullable(),
  /** What of it somebody who is signed in has already, and what is off for that. */
  owned: z.string().nullable(),
  /** That whoever has part of it pays less once they sign in: said to whoever has not. */
  signIn: z.string().nullable(),
  /** Until when a price that rises is kept for this checkout. */
  kept: z.string().nullable(),
  /** The small drawing, laid out by the shop. */
  layout: Layout.nullable(),
  /** Hash of what is shown here. */
  shown: z.string(),
});
export type CheckoutPrice = z.infer<typeof CheckoutPrice>;

export const CheckoutState = z.discriminatedUnion('status', [
  z.strictObject({ status: z.literal('open') }),
  z.strictObject({ status: z.literal('asking') }),
  z.strictObject({ status: z.literal('bank'), confirmAt: z.string() }),
  z.strictObject({ status: z.literal('refused'), sentence: z.string() }),
  z.strictObject({ status: z.literal('fell-away'), sentence: z.string() }),
  z.strictObject({ status: z.literal('paid'), next: z.string() }),
]);
export type CheckoutState = z.infer<typeof CheckoutState>;

/** What stands against a coupon or a number as typed. */
const Wrong = z.strictObject({
  coupon: z.string().optional(),
  vatNumber: z.string().optional(),
  quantity: z.string().optional(),
  named: z.string().optional(),
  dates: z.string().optional(),
});

export const QuoteAnswer = z.strictObject({ prices: z.array(CheckoutPrice), wrong: Wrong });
export type QuoteAnswer = z.infer<typeof QuoteAnswer>;
export const StateAnswer = z.strictObject({ state: CheckoutState });
export type StateAnswer = z.infer<typeof StateAnswer>;

export const CheckoutData = z.strictObject({
  /** The price that a page's button has chosen already; empty for the first. */
  chosen: z.string(),
  /** The whole page with its headline, or only the form where a page carries it. */
  whole: z.boolean(),
  /** The language of the form's own words, by its two letters. */
  language: z.enum(languages),
  pathId: idFor<PathId>(),
  stepId: idFor<StepId>(),
  title: z.string(),
  heading: z.string(),
  under: z.string(),
  prices: z.array(CheckoutPrice),
  /** Extras that a button on the way here added. */
  ticked: z.array(Id),
  /** A coupon that stands in its field already; empty where none does. */
  coupon: z.string(),
  /** Where the link leads that says "not now"; null where a checkout has none. */
  turnBack: z.string().nullable(),
  /** Whether a coupon can be typed here. */
  coupons: z.boolean(),
  /** Countries to choose from where tax depends on them; else none. */
  countries: z.array(z.strictObject({ code: z.string(), name: z.string() })),
  country: z.string(),
  /** Countries that something of it can be sent to; none where nothing is sent. */
  sendCountries: z.array(z.strictObject({ code: z.string(), name: z.string() })),
  state: CheckoutState,
  /** Where cards go: the payment service's own face, never ours. */
  cardService: z.string(),
  sampleCards: z.boolean(),
  shopName: z.string(),
  button: z.string(),
  note: z.string(),
  /** Why nothing can be bought here, when there is no price to choose. */
  closed: z.string(),
});
export type CheckoutData = z.infer<typeof CheckoutData>;

/** Yes to an offer after payment: which, and the hash of what its page showed. */
export const AcceptRequest = z.strictObject({
  pathId: idFor<PathId>(),
  stepId: idFor<StepId>(),
  shown: z.string().regex(/^[0-9a-f]{64}$/),
  /** Which of its prices, where there are several; the first where none is said. */
  priceId: idFor<PriceId>().optional(),
  /** Another card than that of the checkout. */
  card: ShownCard.nullable(),
  /** Where it is sent, where the order does not say; the name is the buyer's. */
  postal: PostalAddress.omit({ name: true }).optional(),
});
export type AcceptRequest = z.infer<typeof AcceptRequest>;

/** No to it, or on without it while the bank is asked. */
export const DeclineRequest = z.strictObject({ pathId: idFor<PathId>(), stepId: idFor<StepId>() });
export type DeclineRequest = z.infer<typeof DeclineRequest>;
export const NextAnswer = z.strictObject({ next: z.string() });
export type NextAnswer = z.infer<typeof NextAnswer>;

/** An offer after payment, as its page shows it. */
export const OfferData = z.strictObject({
  pathId: idFor<PathId>(),
  stepId: idFor<StepId>(),
  language: z.enum(languages),
  title: z.string(),
  things: z.array(z.strictObject({ title: z.string(), files: z.string() })),
  dueToday: z.string(),
  statement: z.string(),
  access: z.string(),
  tax: z.string().nullable(),
  /** What its price replaces, or what unused days pay of it. */
  credit: z.string().nullable(),
  /** Sent by post, and the order does not say where to: it is asked, for this country first. */
  sending: z
    .strictObject({
      country: z.string(),
      said: z.string(),
      countries: z.array(z.strictObject({ code: z.string(), name: z.string() })),
    })
    .nullable(),
  layout: Layout.nullable(),
  /** The price that stands here. */
  priceId: idFor<PriceId>(),
  /** Its prices, where it can be taken at several; each leads to this page with that one. */
  choices: z.array(z.strictObject({ id: idFor<PriceId>(), words: z.string(), href: z.string() })),
  /** Names the sum and the card; another is said where none is kept. */
  yes: z.string(),
  no: z.string(),
  /** No card is kept: one has to be given. */
  cardNeeded: z.boolean(),
  state: CheckoutState,
  shown: z.string(),
  cardService: z.string(),
  sampleCards: z.boolean(),
});
export type OfferData = z.infer<typeof OfferData>;
