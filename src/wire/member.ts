import * as z from 'zod';
import { idFor, type OfferId, type PriceId } from '#core/ids';
import { Day } from './day';
import { NextSession } from './booking';
import { ShownCard } from './checkout';
import { MemberCourse, MemberMembership } from './learning';
import { SessionLine } from './sessions';
import { CountryCode } from '#core/catalogue';
import { languages } from '#core/words';
import { Layout } from './checkout';

export const AskRequest = z.object({ address: z.string().max(300) });
export type AskRequest = z.infer<typeof AskRequest>;

/** A country and a VAT number as a member or the seller types them. */
export const Move = { country: CountryCode, vatNumber: z.string().max(40) };

/** What was shown of a sum, as a hash: what has changed since is shown again before it is charged. */
const Shown = z.string().regex(/^[0-9a-f]{64}$/);

/** What a member may do to what they pay. */
export const MemberAct = z.discriminatedUnion('act', [
  z.strictObject({ act: z.enum(['stop', 'keep', 'confirm', 'return', 'rest', 'retry', 'stay']) }),
  z.strictObject({ act: z.literal('pause'), until: Day }),
  z.strictObject({ act: z.literal('switch'), offerId: idFor<OfferId>(), priceId: idFor<PriceId>(), shown: Shown }),
  z.strictObject({ act: z.literal('card'), card: ShownCard }),
  z.strictObject({ act: z.literal('move'), ...Move }),
]);
export type MemberAct = z.infer<typeof MemberAct>;

const Paper = z.strictObject({ name: z.string(), href: z.string() });

/** A payment plan or subscription as its member meets it, in words that can be shown as they are. */
export const MemberAgreement = z.strictObject({
  id: z.string(),
  title: z.string(),
  what: z.enum(['plan', 'subscription']),
  /** Where it stands, in sentences. */
  state: z.string(),
  /** What is still to be paid and when. */
  rest: z.string(),
  alarm: z.boolean(),
  layout: Layout.nullable(),
  card: z.string().nullable(),
  payments: z.array(z.strictObject({ day: z.string(), what: z.string(), amount: z.string(), paper: Paper.nullable() })),
  /** What can be done, each in the words of its button, and what it leads to. */
  acts: z.array(
    z.strictObject({
      act: z.enum(['stop', 'keep', 'confirm', 'pause', 'return', 'rest', 'retry', 'stay']),
      label: z.string(),
      leadsTo: z.string(),
    }),
  ),
  /** What it can be switched to, each with what that comes to. */
  switches: z.array(
    z.strictObject({
      offerId: idFor<OfferId>(),
      priceId: idFor<PriceId>(),
      title: z.string(),
      leadsTo: z.string(),
      shown: Shown,
      /** Part of it is sent by post, and the address is not known, or it is not sent there. */
      lacks: z.enum(['address', 'address-in-reach']).nullable(),
      /** Where the member said it goes, in one line; null where nothing is sent or they have not said. */
      goesTo: z.string().nullable(),
    }),
  ),
  /** For a plan: the shop’s address, for what a member cannot do alone. */
  writeTo: z.string().nullable(),
  /** Where the member is for the tax; null where tax does not depend on it, or nothing more is paid. */
  place: z.strictObject({ country: z.string(), name: z.string(), vatNumber: z.string() }).nullable(),
  /** Where an ended subscription is bought again, at today's terms. */
  againAt: z.string().nullable(),
  /** The first and last day a pause can end. */
  pauseDays: z.strictObject({ from: z.string(), until: z.string() }).nullable(),
});
export type MemberAgreement = z.infer<typeof MemberAgreement>;

export const OpenFile = z.strictObject({
  id: z.string(),
  name: z.string(),
  /** Empty for a link held elsewhere. */
  size: z.string(),
  type: z.string(),
  href: z.string(),
  elsewhere: z.boolean(),
});
export type OpenFile = z.infer<typeof OpenFile>;

export const MemberCoaching = z.strictObject({
  /** Where they are booked; empty where it is only looked at. */
  href: z.string(),
  leftSaid: z.string(),
  canBook: z.boolean(),
});
export type MemberCoaching = z.infer<typeof MemberCoaching>;

export const MemberThing = z.strictObject({
  title: z.string(),
  open: z.boolean(),
  /** Why it is open or not, for the buyer. */
  note: z.string(),
  files: z.array(OpenFile),
  /** Where it is a course: how far its member has come. */
  course: MemberCourse.nullable(),
  /** Where it is done for them or sent: where that stands, and how. */
  task: z.strictObject({ href: z.string(), said: z.string() }).nullable(),
  /** Where it is a class: where its dates are, and the next one they have a seat at. */
  classes: z.strictObject({ href: z.string(), said: z.string() }).nullable(),
  /** Where it is coaching: how many are left, and where they are booked. */
  coaching: MemberCoaching.nullable(),
  /** Where it is a membership: what is new in it, and where to go on. */
  membership: MemberMembership.nullable(),
});
export type MemberThing = z.infer<typeof MemberThing>;

export const MemberOrder = z.strictObject({
  number: z.int(),
  day: z.string(),
  what: z.string(),
  paid: z.string(),
  /** How it stands; empty where it is simply paid. */
  status: z.string(),
  papers: z.array(Paper),
});
export type MemberOrder = z.infer<typeof MemberOrder>;

const Shop = {
  shopName: z.string(),
  strip: z.string().nullable(),
  /** The language of the area's own words, by its two letters. */
  language: z.enum(languages),
  direction: z.enum(['ltr', 'rtl']),
  /** What else can be read in: what each language calls itself, and the locale to ask for. */
  otherLanguages: z.array(z.strictObject({ name: z.string(), language: z.string() })),
};

/** What the counter tells a member. */
export const Me = z.discriminatedUnion('signedIn', [
  z.strictObject({ signedIn: z.literal(false), ...Shop }),
  z.strictObject({
    signedIn: z.literal(true),
    ...Shop,
    /** The seller looks at it: nothing can be done. */
    looksOnly: z.boolean(),
    name: z.string(),
    address: z.string(),
    things: z.array(MemberThing),
    /** The session they have next. */
    next: NextSession.nullable(),
    agreements: z.array(MemberAgreement),
    orders: z.array(MemberOrder),
    /** Where cards go: the payment service's own face, never ours. */
    cardService: z.string(),
    sampleCards: z.boolean(),
    /** Where else they are signed in. */
    sessions: z.array(SessionLine),
    countries: z.array(z.strictObject({ code: z.string(), name: z.string() })),
  }),
]);
export type Me = z.infer<typeof Me>;
export type SignedIn = Extract<Me, { signedIn: true }>;

export const NameRequest = z.strictObject({ name: z.string().max(300) });
export type NameRequest = z.infer<typeof NameRequest>;

/** What a member finds in everything that is open to them. */
export const SearchAnswer = z.strictObject({
  found: z.array(
    z.strictObject({
      title: z.string(),
      /** What it stands in; empty for a product itself. */
      within: z.string(),
      href: z.string(),
      /** Where in its words it was found; empty where only its title was. */
      excerpt: z.string(),
    }),
  ),
  /** How many more there are. */
  more: z.int(),
});
export type SearchAnswer = z.infer<typeof SearchAnswer>;
