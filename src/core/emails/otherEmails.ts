import { addMs, type Instant } from '#core/calendar';
import { appointmentMessage, type AppointmentForEmail } from './appointmentEmail';
import type { Message, Setting, SignInLink } from './compose';
import {
  accessMessage,
  addressAskedMessage,
  addressChangedMessage,
  addressLinkMessage,
  helperMessage,
  signInMessage,
} from './orderEmails';
import { taskMessage } from './taskEmail';

/** What an example of an email is made from. */
export interface Example {
  name: string;
  /** What was bought. */
  title: string;
  link: SignInLink;
  /** When an appointment or a class begins. */
  from: Instant;
}

/** An email that is about no order and no payment over time. There may be none to show, so each brings an example. */
export interface OtherEmail {
  kind: string;
  group: 'Sign-in and account' | 'Sessions' | 'Classes' | 'Work and parcels';
  /** What the seller reads it is called. */
  name: string;
  /** Follows "Goes out". */
  when: string;
  example: (setting: Setting, of: Example) => Message;
}

const MINUTES = 30;
const HOUR = 3_600_000;

const appointment =
  (mail: AppointmentForEmail['mail'], seat: AppointmentForEmail['seat']) =>
  (setting: Setting, { name, title, link, from }: Example): Message =>
    appointmentMessage(
      setting,
      {
        mail,
        title,
        from,
        until: addMs(from, HOUR),
        zone: null,
        was: mail === 'moved' ? addMs(from, -24 * HOUR) : null,
        by: mail === 'booked' ? 'member' : 'seller',
        place: '',
        counts: false,
        seat,
      },
      name,
      link,
    );

const task =
  (what: 'work' | 'sending') =>
  (setting: Setting, { name, title, link }: Example): Message =>
    taskMessage(setting, { for: what, title, carrier: '', number: '', note: '', ...link }, name);

const OF_APPOINTMENTS = [
  ['booked', 'Booked', 'when a session is booked, with a file for the calendar'],
  ['moved', 'Moved', 'when a session is moved, by you or by the member'],
  ['called-off', 'Cancelled', 'when a session is cancelled, by you or by the member'],
  ['reminder', 'Reminder', 'the day before a session'],
] as const;
const OF_CLASSES = [
  ['booked', 'Seat taken', 'when a member gets a seat in a class'],
  ['moved', 'Date moved', 'when a date of a class is moved'],
  ['called-off', 'Date cancelled', 'when a date of a class is cancelled, with what can be chosen instead'],
  ['reminder', 'Class reminder', 'the day before a class'],
] as const;

/** Every email besides those of orders and of payments over time. */
export const OTHER_EMAILS: readonly OtherEmail[] = [
  {
    kind: 'sign-in',
    group: 'Sign-in and account',
    name: 'Sign-in link',
    when: 'when a customer asks for one in the member area',
    example: (setting, { link }) => signInMessage(setting, { url: link.url, minutes: MINUTES }),
  },
  {
    kind: 'access',
    group: 'Sign-in and account',
    name: 'Access given',
    when: 'when you give a customer access by hand',
    example: (setting, { name, title, link }) => accessMessage(setting, name, [title], link),
  },
  {
    kind: 'address-link',
    group: 'Sign-in and account',
    name: 'New address to confirm',
    when: 'to the new address, when a member changes theirs',
    example: (setting, { link }) => addressLinkMessage(setting, link.url),
  },
  {
    kind: 'address-asked',
    group: 'Sign-in and account',
    name: 'Change of address asked for',
    when: 'to the old address, when a member changes theirs',
    example: (setting) => addressAskedMessage(setting, 'new.address@example.org'),
  },
  {
    kind: 'address-changed',
    group: 'Sign-in and account',
    name: 'Address changed',
    when: 'to both addresses, once the new one is confirmed',
    example: (setting) => addressChangedMessage(setting, 'old.address@example.org', 'new.address@example.org'),
  },
  {
    kind: 'helper',
    group: 'Sign-in and account',
    name: 'Invitation to help',
    when: 'when you invite a helper, or they ask for a link',
    example: (setting, { name, link }) => helperMessage(setting, { url: link.url, minutes: MINUTES, name }),
  },
  ...OF_APPOINTMENTS.map(([mail, name, when]): OtherEmail => ({
    kind: `session-${mail}`,
    group: 'Sessions',
    name,
    when,
    example: appointment(mail, null),
  })),
  ...OF_CLASSES.map(([mail, name, when]): OtherEmail => ({
    kind: `seat-${mail}`,
    group: 'Classes',
    name,
    when,
    example: appointment(mail, { also: [], offered: null }),
  })),
  {
    kind: 'task-work',
    group: 'Work and parcels',
    name: 'Work finished',
    when: 'when you mark work as finished',
    example: task('work'),
  },
  {
    kind: 'task-sending',
    group: 'Work and parcels',
    name: 'Parcel sent',
    when: 'when you mark a parcel as sent',
    example: task('sending'),
  },
];
