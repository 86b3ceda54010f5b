import { STANDINGS, WAYS_TO_PAY } from '#core/ways';
import * as z from 'zod';
import { Day } from './day';
import { TaskRow } from './tasks';
import { Helper, Rights } from '#core/helpers';
import { SessionLine } from './sessions';
import { Id, idFor, type LineId, type OfferId, type OrderId, type PersonId, type PriceId } from '#core/ids';
import { PersonRecord } from '#core/people';
import { Release, ReleaseContent } from '#core/release';
import { Move } from './member';

const moment = z.string();
const head = z.strictObject({ seq: z.int().min(0), hash: z.string() });

/** Of an answer with lines of the history: how many there are in all. */
export const LINES_HEADER = 'x-keel-lines';

export const SessionRequest = z.strictObject({ key: z.string().max(200) });
export const SessionAnswer = z.strictObject({ owner: z.boolean() });
export const Ok = z.strictObject({ ok: z.literal(true) });

/** What the studio's frame knows of the shop. */
export const About = z.strictObject({
  mode: z.enum(['demo', 'test', 'real']),
  now: moment,
  release: z.int().nullable(),
  publicAddress: z.string(),
  shopName: z.string(),
  head,
  problems: z.array(z.strictObject({ code: z.string(), sentence: z.string() })),
  /** Nothing is sold until the owner has answered to these. */
  standsStill: z.boolean(),
  /** How far each way to pay is connected. */
  ways: z.record(z.enum(WAYS_TO_PAY), z.enum(STANDINGS)),
  /** Who works in this window, and what they may. */
  you: z.strictObject({ id: z.string(), name: z.string(), rights: Rights }),
  /** Who helps, for whoever reads who did something. */
  helpers: z.array(z.strictObject({ id: z.string(), name: z.string() })),
  attention: z.array(z.strictObject({ id: z.string(), orderId: z.string(), text: z.string(), at: moment })),
  /** Whose access is used as one person's seldom is. */
  unusual: z.array(z.strictObject({ personId: z.string(), sentence: z.string() })),
  /** What went wrong and is tried again, a sentence each. */
  troubles: z.array(z.string()),
  /** What has to be done by hand or sent: how many, how many late, and the first of them. */
  tasks: z.strictObject({ count: z.int(), late: z.int(), first: z.array(TaskRow) }),
  unanswered: z.int(),
  /** The demo's clock is being moved. */
  clockMove: z.strictObject({ from: moment, to: moment }).nullable(),
  /** The shop was away for long, and waits for the owner's word. */
  away: z.strictObject({ from: moment, to: moment, agreements: z.int(), leapt: z.boolean() }).nullable(),
});
export type About = z.infer<typeof About>;

/** What became of the live release in its first day. */
export const FirstHours = z.strictObject({
  liveSince: moment,
  walked: z.strictObject({ of: z.int(), gotIn: z.int(), failed: z.array(z.string()) }),
  paths: z.array(z.strictObject({ title: z.string(), seen: z.int(), atCheckout: z.int(), sold: z.int() })),
});
export type FirstHours = z.infer<typeof FirstHours>;
export const FirstHoursAnswer = z.strictObject({ first: FirstHours.nullable() });

const count = z.int().min(0);
const Named = z.strictObject({ of: z.string(), count });

const ArmCounted = z.strictObject({ came: count, sum: count, squares: count });
const Verdict = z.discriminatedUnion('says', [
  z.strictObject({ says: z.literal('too-few') }),
  z.strictObject({ says: z.literal('none-yet'), moreDays: count.nullable() }),
  z.strictObject({ says: z.literal('better'), arm: z.enum(['a', 'b']), from: z.number(), to: z.number() }),
]);

/** What was counted of a path in some days. Money in minor units of its currency. */
export const PathFigures = z.strictObject({
  from: z.iso.date(),
  to: z.iso.date(),
  /** Since when counting cannot be kept; null while it can. */
  stopped: z.string().nullable(),
  steps: z.array(
    z.strictObject({
      step: Id,
      came: count,
      wentOn: z.array(z.strictObject({ to: Id, count })),
      taken: count,
      left: count,
      money: count,
      extras: z.array(z.strictObject({ id: Id, taken: count })),
    }),
  ),
  entrances: z.array(z.strictObject({ entrance: Id, came: count, bought: count, money: count })),
  comparisons: z.array(
    z.strictObject({ id: Id, by: z.enum(['went-on', 'money']), a: ArmCounted, b: ArmCounted, verdict: Verdict }),
  ),
  sites: z.array(Named),
  words: z.array(Named),
  robots: count,
  days: z.array(z.strictObject({ day: z.iso.date(), came: z.record(z.string(), count), bought: count })),
});
export type PathFigures = z.infer<typeof PathFigures>;
export const PathFiguresAnswer = z.strictObject({ figures: PathFigures.nullable() });

/** One of the releases that were live, with what it changed against the one before it. */
export const ReleaseLine = z.strictObject({
  number: z.int(),
  at: moment,
  /** The helper who published it; null where it was the owner. */
  by: z.string().nullable(),
  changes: z.array(z.string()),
});
export type ReleaseLine = z.infer<typeof ReleaseLine>;
export const ReleasesAnswer = z.strictObject({ releases: z.array(ReleaseLine) });
export const LiveAnswer = z.strictObject({ release: Release.nullable() });
export const PublishRequest = z.strictObject({ basedOn: z.int().min(1).nullable(), content: ReleaseContent });
export type PublishRequest = z.infer<typeof PublishRequest>;
export const PublishedAnswer = z.strictObject({ release: z.int(), at: moment });
export type PublishedAnswer = z.infer<typeof PublishedAnswer>;
export const AgainRequest = z.strictObject({ basedOn: z.int().min(1).nullable() });
export const FinishedShopAnswer = z.strictObject({ address: z.string() });

export const MissingRequest = z.strictObject({ files: z.array(z.string()).max(20_000) });
/** Of the files that are not in the shop yet, those of which some has come. */
export const MissingAnswer = z.strictObject({ missing: z.array(z.string()), begun: z.array(z.string()) });

/** Where files are sent in pieces. */
export const UPLOADS = '/owner/api/uploads';

export const RefundRequest = z.strictObject({
  orderId: idFor<OrderId>(),
  shares: z
    .array(z.strictObject({ lineId: idFor<LineId>(), amount: z.int().min(0), units: z.int().min(1).optional() }))
    .min(1)
    .max(50),
  reason: z.string().max(500).default(''),
});
export type RefundRequest = z.input<typeof RefundRequest>;
/** What can still be refunded of each line of an order, in minor units: the card's part and what unused days paid. */
export const RefundLeft = z.strictObject({
  lines: z.array(z.strictObject({ lineId: idFor<LineId>(), left: z.int().min(0) })),
});
export const RefundLeftRequest = z.strictObject({ orderId: idFor<OrderId>() });

/** What a refund would give back, in minor units, and which passes it would close. */
export const RefundPreview = z.strictObject({
  amount: z.int(),
  closes: z.array(z.string()),
  /** Booked sessions that fall away with it. */
  sessions: z.int(),
});
export type RefundPreview = z.infer<typeof RefundPreview>;
export const RefundAnswer = z.strictObject({
  status: z.enum(['paid', 'refused', 'asked']),
  reason: z.string().nullable(),
});
export type RefundAnswer = z.infer<typeof RefundAnswer>;

/** What a seller does to somebody's payment plan or subscription. */
export const OwnerAct = z.discriminatedUnion('act', [
  z.strictObject({ act: z.literal('pause'), until: Day.nullable() }),
  z.strictObject({ act: z.literal('return'), on: Day.nullable() }),
  z.strictObject({ act: z.literal('cancel'), when: z.enum(['end', 'now']), giveBack: z.boolean() }),
  z.strictObject({ act: z.literal('keep') }),
  z.strictObject({ act: z.literal('retry') }),
  z.strictObject({
    act: z.literal('switch'),
    offerId: idFor<OfferId>(),
    priceId: idFor<PriceId>(),
    offSale: z.boolean(),
  }),
  z.strictObject({ act: z.literal('stop-plan'), keepAccess: z.boolean() }),
  z.strictObject({ act: z.literal('move-due-day'), of: z.enum(['month', 'week']), day: z.int().min(1).max(31) }),
  z.strictObject({ act: z.literal('move'), ...Move }),
  z.strictObject({
    act: z.literal('refund'),
    amount: z.int().min(1).nullable(),
    ends: z.boolean(),
    reason: z.string().max(500).default(''),
  }),
]);
export type OwnerAct = z.infer<typeof OwnerAct>;
export const LeadsTo = z.strictObject({ leadsTo: z.array(z.string()) });
export type LeadsTo = z.infer<typeof LeadsTo>;

export const PeopleRequest = z.strictObject({ ids: z.array(Id).max(5_000) });
export const PeopleAnswer = z.strictObject({ people: z.array(PersonRecord) });
export const LinkRequest = z.strictObject({ personId: idFor<PersonId>() });

export const AwayAnswer = z.strictObject({ away: About.shape.away });
export const ClockRequest = z.strictObject({ by: z.enum(['next', 'day', 'week', 'month']) });
export const ClockAnswer = z.strictObject({ now: moment });

export const SessionsAnswer = z.strictObject({ sessions: z.array(SessionLine) });
/** Somebody has another address here: both are to be one, or it is only asked what that would come to. */
export const JoinRequest = z.strictObject({
  personId: idFor<PersonId>(),
  /** The address of the one who goes. */
  address: z.string().max(254),
  tryOnly: z.boolean(),
});
export type JoinRequest = z.infer<typeof JoinRequest>;
export const JoinAnswer = z.strictObject({ sentences: z.array(z.string()), joined: z.boolean() });
export type JoinAnswer = z.infer<typeof JoinAnswer>;
/** Forgets somebody for good. */
/** What the last of somebody who is erased waits for; null where all is gone. */
export const EraseAnswer = z.strictObject({ waitsFor: z.enum(['parcel', 'refund']).nullable() });
export const EraseRequest = z.strictObject({ personId: idFor<PersonId>() });

export const HelperRequest = z.strictObject({
  name: z.string().trim().min(1).max(200),
  address: z.string().max(254),
  rights: Rights,
});
export type HelperRequest = z.input<typeof HelperRequest>;
export const RightsRequest = z.strictObject({ rights: Rights });
export const HelpersAnswer = z.strictObject({ helpers: z.array(Helper) });

/** What a practice walk begins with: the draft, or what is live. */
export const PracticeRequest = z.strictObject({
  content: ReleaseContent,
  path: Id,
  step: Id,
  entrance: Id.nullable(),
});
export const PracticeBegun = z.strictObject({ id: z.string(), href: z.string() });

/** What a practice shop has done so far. Money in minor units of its currency. */
export const PracticeReport = z.strictObject({
  now: moment,
  taken: z.array(
    z.strictObject({
      at: moment,
      /** The step it was taken at; null for what came due later. */
      step: Id.nullable(),
      titles: z.array(z.string()),
      amount: z.int(),
      currency: z.string(),
    }),
  ),
  refused: z.array(z.strictObject({ at: moment, amount: z.int(), currency: z.string(), reason: z.string() })),
  letters: z.array(z.strictObject({ subject: z.string(), to: z.string(), href: z.string() })),
  doors: z.array(z.strictObject({ title: z.string(), open: z.boolean() })),
  /** When something next happens by itself. */
  next: moment.nullable(),
});
export type PracticeReport = z.infer<typeof PracticeReport>;

/** One line of what is given by hand: an address, and until the end of which day; null for good. */
export const GiveLine = z.strictObject({
  address: z.string().max(300),
  name: z.string().max(300),
  productId: Id,
  until: Day.nullable(),
});
export type GiveLine = z.infer<typeof GiveLine>;

export const GiveRequest = z.strictObject({
  lines: z.array(GiveLine).min(1).max(50_000),
  reason: z.string().max(200),
  /** Whether each gets a sign-in link by mail. */
  mail: z.boolean(),
  /** Only looked at: nothing is given. */
  tryOnly: z.boolean(),
});
export type GiveRequest = z.infer<typeof GiveRequest>;

/** What becomes of each line, in their order. */
export const GiveAnswer = z.strictObject({
  fates: z.array(
    z.strictObject({
      /** `has`: they can open it for at least as long already, so nothing is given. */
      fate: z.enum(['new', 'known', 'has', 'double', 'wrong']),
      /** Why, where nothing is given. */
      why: z.string(),
    }),
  ),
  given: z.int(),
});
export type GiveAnswer = z.infer<typeof GiveAnswer>;

/** Another last day for a pass, or its end now. */
export const PassAct = z.discriminatedUnion('act', [
  z.strictObject({ act: z.literal('until'), until: Day }),
  z.strictObject({ act: z.literal('withdraw') }),
]);
export type PassAct = z.infer<typeof PassAct>;
