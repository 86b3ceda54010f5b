import MailComposer from 'nodemailer/lib/mail-composer';
import { cardChargeOf } from '#core/agreements';
import { msOf, type Instant } from '#core/calendar';
import { type CalendarEntry, calendarFile } from '#core/booking';
import type { ShopDetails } from '#core/catalogue';
import {
  accessMessage,
  agreementMessage,
  type Leaving,
  type Message,
  receiptMessage,
  refundMessage,
  appointmentMessage,
  taskMessage,
  type Setting,
} from '#core/emails';
import { NotAnswered, type MailerPort, type Order } from '#core/shop';
import { nameAt, type PersonRecord } from '#core/people';
import type { OrderId, PassId, PersonId, ProductId, StepId } from '#core/ids';
import { renderEmail } from '../../emails/renderEmail';
import type { DoorsFile } from '../files/doorsFile';

const DAY = 86_400_000;
/** A receipt's link is read when the buyer next opens their mail, so it lasts longer than one asked for. */
const RECEIPT_LINK_DAYS = 3;

interface Options {
  /** Null where no mail service is connected: mails wait. */
  service: { base: () => string; key: string } | null;
  publicAddress: () => string;
  shop: () => ShopDetails;
  productTitle: (productId: ProductId) => string;
  placeOf: (productId: ProductId) => string;
  productOfPass: (passId: PassId) => string;
  /** What is still due of an order, a statement for each payment plan or subscription. */
  laterOf: (order: Order, step: StepId | null, locale: string) => string[];
  /** The subscriptions that an order set to end, still to be confirmed or kept. */
  leavingOf: (order: Order) => Leaving[];
  /** Somebody under the name that they gave for an order. */
  atOrder: (person: PersonRecord, orderId: OrderId) => PersonRecord;
  /** What somebody bought in before; null is the shop's own language. */
  languageOf: (personId: PersonId) => string | null;
  doors: DoorsFile;
  real: boolean;
}

export interface Mailer extends MailerPort {
  sendMessage(key: string, to: { name: string; address: string }, message: Message, at: Instant): Promise<void>;
}

const domainOf = ({ senderAddress }: ShopDetails): string => senderAddress.split('@')[1] ?? 'shop.example';

/** A session as a calendar holds it. */
export const entryOf = (
  session: { sessionId: string; sequence: number; from: Instant; until: Instant; title: string; place: string },
  shop: ShopDetails,
  attendee: { name: string; address: string } | null,
  writtenAt: Instant,
): CalendarEntry => ({
  uid: `${session.sessionId}@${domainOf(shop)}`,
  sequence: session.sequence,
  writtenAt,
  from: session.from,
  until: session.until,
  title: `${session.title}, ${shop.name}`,
  description: '',
  place: session.place,
  organizer: { name: shop.name, address: shop.senderAddress },
  attendee: attendee && { name: attendee.name === '' ? attendee.address : attendee.name, address: attendee.address },
});

/** Composes RFC 5322 messages and hands them to the mail service. A message's key is its Message-ID, so sending twice is once. */
export function createMailer(options: Options): Mailer {
  /** @param language as frozen on the order; null is the shop's own */
  const setting = (language: string | null): Setting => {
    const shop = options.shop();
    return { shop, real: options.real, locale: language ?? shop.locale };
  };

  async function sendMessage(
    key: string,
    to: { name: string; address: string },
    message: Message,
    at: Instant,
    calendar?: { method: 'REQUEST' | 'CANCEL'; content: string },
  ): Promise<void> {
    const shop = options.shop();
    const domain = domainOf(shop);
    const raw = await new MailComposer({
      from: { name: shop.name, address: shop.senderAddress },
      to: { name: to.name.replace(/\s+/g, ' '), address: to.address },
      subject: message.subject,
      text: message.text,
      html: renderEmail(message.document, shop.brand),
      messageId: `<${key}@${domain}>`,
      date: new Date(msOf(at)),
      headers: { 'Auto-Submitted': 'auto-generated' },
      ...(calendar ? { icalEvent: { ...calendar, filename: 'session.ics' } } : {}),
    })
      .compile()
      .build();
    if (options.service === null) throw new NotAnswered('No mail service is connected');
    const response = await fetch(`${options.service.base()}/messages`, {
      method: 'POST',
      headers: { authorization: `Bearer ${options.service.key}`, 'content-type': 'message/rfc822' },
      body: new Uint8Array(raw),
      signal: AbortSignal.timeout(30_000),
    }).catch((cause: unknown) => {
      throw new NotAnswered('The mail service did not answer', { cause });
    });
    if (!response.ok) throw new NotAnswered(`The mail service answered ${response.status}`);
  }

  return {
    sendMessage,
    async sendAbout({ key, message, agreement, person: record, at }) {
      const person = options.atOrder(record, agreement.orderId);
      const secret = await options.doors.makeLink(person.id, RECEIPT_LINK_DAYS * DAY);
      const link = { url: `${options.publicAddress()}/member/enter/${secret}`, days: RECEIPT_LINK_DAYS };
      const { tax } = options.shop();
      return sendMessage(
        key,
        person,
        agreementMessage(
          setting(agreement.language),
          agreement,
          message,
          person.name,
          link,
          cardChargeOf(agreement, tax),
        ),
        at,
      );
    },
    async sendAccess({ key, person, productIds, at }) {
      const secret = await options.doors.makeLink(person.id, RECEIPT_LINK_DAYS * DAY);
      const url = `${options.publicAddress()}/member/enter/${secret}`;
      const titles = productIds.map(options.productTitle);
      const said = setting(options.languageOf(person.id));
      return sendMessage(key, person, accessMessage(said, person.name, titles, { url, days: RECEIPT_LINK_DAYS }), at);
    },
    async sendTask({ key, person, pass, carrier, number, note, at }) {
      const secret = await options.doors.makeLink(person.id, RECEIPT_LINK_DAYS * DAY);
      const url = `${options.publicAddress()}/member/enter/${secret}`;
      const title = options.productTitle(pass.productId);
      const task = { for: pass.waits?.for ?? 'work', title, carrier, number, note, url, days: RECEIPT_LINK_DAYS };
      return sendMessage(key, person, taskMessage(setting(options.languageOf(person.id)), task, person.name), at);
    },
    async sendSession({ key, mail, session, also, person, at }) {
      const secret = await options.doors.makeLink(person.id, RECEIPT_LINK_DAYS * DAY);
      const url = `${options.publicAddress()}/member/enter/${secret}`;
      const said = setting(options.languageOf(person.id));
      const about = {
        ...mail,
        title: options.productTitle(session.productId),
        place: options.placeOf(session.productId),
        zone: session.zone,
        counts: session.counts,
        seat: session.dateId === null ? null : { also, offered: mail.offered ?? null },
      };
      const method = mail.mail === 'called-off' ? 'CANCEL' : 'REQUEST';
      const entries = [about, ...also.map((other) => ({ ...about, ...other, sessionId: other.id }))];
      const content = calendarFile(
        method,
        entries.map((entry) => entryOf(entry, said.shop, person, at)),
      );
      const message = appointmentMessage(said, about, person.name, { url, days: RECEIPT_LINK_DAYS });
      return sendMessage(key, person, message, at, { method, content });
    },
    async send({ key, mail, person: record, order, refund, step, at }) {
      const person = { ...record, name: nameAt(record, order.checkoutId) };
      if (mail === 'refund' && refund) {
        const closed = refund.closes.map((id) => options.productTitle(options.productOfPass(id)));
        return sendMessage(key, person, refundMessage(setting(order.language), order, refund, person.name, closed), at);
      }
      const secret = await options.doors.makeLink(person.id, RECEIPT_LINK_DAYS * DAY);
      const url = `${options.publicAddress()}/member/enter/${secret}`;
      const inLanguage = setting(order.language);
      return sendMessage(
        key,
        person,
        receiptMessage(
          inLanguage,
          order,
          step,
          person.name,
          { url, days: RECEIPT_LINK_DAYS },
          { later: options.laterOf(order, step, inLanguage.locale), leaving: options.leavingOf(order) },
        ),
        at,
      );
    },
  };
}
