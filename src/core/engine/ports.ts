import type { Instant } from '#core/calendar';
import type { Session } from '#core/booking';
import type { Pass } from '#core/passes';
import type { Batch, EventOf } from '#core/journal';
import type { PersonRecord } from '#core/people';
import type { ServiceFee } from '#core/payments';
import type { Release } from '#core/release';
import type { Agreement } from '#core/agreements';
import type { PaymentId, StepId, ProductId } from '#core/ids';
import type { WayToPay } from '#core/ways';
import type { AgreementMail } from '../emails/agreementMail';
import type { Order, Refund } from '../features/orders/fold/state';

/** The append-only history. `append` resolves once the batch is safe, in the order of calls; it rejects with `StorageFailed`. */
export interface JournalPort {
  append(batch: Omit<Batch, 'prev'>): Promise<void>;
  /** Every safe batch from the first, in order. After a failed append it reads what was kept. */
  read(): AsyncIterable<Batch>;
}

export interface PeoplePort {
  get(id: string): PersonRecord | undefined;
  /** The person by address as compared. */
  find(address: string): PersonRecord | undefined;
  /** Resolves once the record is safe. */
  save(record: PersonRecord): Promise<void>;
}

export interface ClockPort {
  /** Shop time: rules everything in the journal. */
  now(): Instant;
  /** Machine time in milliseconds: rules timeouts and waiting between tries. */
  machine(): number;
  /** Whether its time can be written down; while it cannot nothing is. A clock that does not say is believed. */
  isBelieved?(): boolean;
}

export interface ChargeRequest {
  key: string;
  way: WayToPay;
  amount: number;
  currency: string;
  token: string;
  description: string;
  statement: string;
}
export type ChargeAnswer =
  | { status: 'paid'; paymentId: PaymentId; fee?: ServiceFee | undefined }
  | { status: 'refused'; reason: string }
  | { status: 'waits-for-bank'; confirmAt: string }
  | { status: 'pending' }
  | { status: 'voided' };

export interface RefundRequest {
  key: string;
  way: WayToPay;
  paymentId: PaymentId;
  amount: number;
}
export type RefundAnswer = { status: 'paid'; fee?: ServiceFee | undefined } | { status: 'refused'; reason: string };

/** The payment services, one for each way to pay. Every call may throw `NotAnswered`; the same key always carries the same body. */
export interface PaymentsPort {
  charge(request: ChargeRequest): Promise<ChargeAnswer>;
  /** What became of a key, or 'unknown' when the service never saw it. */
  lookUp(key: string, way: WayToPay): Promise<ChargeAnswer | 'unknown'>;
  /** Makes sure a key takes no money from now on, and says what stands: a payment that was first stays. */
  void(key: string, way: WayToPay): Promise<ChargeAnswer>;
  refund(request: RefundRequest): Promise<RefundAnswer>;
}

export interface OutgoingMail {
  key: string;
  mail: 'receipt' | 'refund';
  person: PersonRecord;
  order: Order;
  refund: Refund | null;
  /** The offer after payment that a receipt is of; null of the checkout. */
  step: StepId | null;
  at: Instant;
}
/** A message about a payment plan or subscription. */
export interface OutgoingAgreementMail {
  key: string;
  message: AgreementMail;
  agreement: Agreement;
  person: PersonRecord;
  at: Instant;
}
/** A message about access that was given by hand. */
export interface OutgoingAccessMail {
  key: string;
  person: PersonRecord;
  productIds: readonly ProductId[];
  at: Instant;
}
/** That something was done by hand, or sent. */
export interface OutgoingTaskMail {
  key: string;
  person: PersonRecord;
  pass: Pass;
  carrier: string;
  number: string;
  note: string;
  at: Instant;
}

/** A message about a session. */
export interface OutgoingSessionMail {
  key: string;
  mail: EventOf<'session.mailDue'>['data'];
  session: Session;
  /** Others that the same letter is about. */
  also: readonly Session[];
  person: PersonRecord;
  at: Instant;
}
export interface MailerPort {
  send(mail: OutgoingMail): Promise<void>;
  sendAccess(mail: OutgoingAccessMail): Promise<void>;
  sendAbout(mail: OutgoingAgreementMail): Promise<void>;
  sendSession(mail: OutgoingSessionMail): Promise<void>;
  sendTask(mail: OutgoingTaskMail): Promise<void>;
}

export interface VaultPort {
  has(sha256: string): boolean;
}

export interface IdsPort {
  next: (prefix: string) => string;
}

export interface ReleasesPort {
  get(number: number): Release | undefined;
}

export interface Ports {
  journal: JournalPort;
  people: PeoplePort;
  clock: ClockPort;
  payments: PaymentsPort;
  mailer: MailerPort;
  vault: VaultPort;
  ids: IdsPort;
  releases: ReleasesPort;
}

/** A service gave no answer: nothing is known, and nothing may be concluded. */
export class NotAnswered extends Error {
  override name = 'NotAnswered';
}

/** Nothing of the append was kept. */
export class StorageFailed extends Error {
  override name = 'StorageFailed';
}
