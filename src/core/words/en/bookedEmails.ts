import { email, type EmailPart, type EmailWords, lines, note } from '../email';

interface Links {
  /** The button that signs in, with what it is for, and how long it works. */
  open: (label: string) => EmailPart[];
}

interface AboutAppointment extends Links {
  title: string;
  /** A line for each zone. */
  times: string;
  /** When it was to be before; empty where it has not moved. */
  was: string;
  place: string;
  by: 'member' | 'seller' | 'access';
  /** Whether it takes one of those that were given. */
  counts: boolean;
}

interface AboutTask extends Links {
  title: string;
  carrier: string;
  number: string;
  /** Words of the seller's. */
  note: string;
}

interface AboutSeat extends Links {
  title: string;
  /** A line for each zone, of each date. */
  times: string;
  was: string;
  by: 'member' | 'seller' | 'access';
  /** What may be chosen since the seller has changed it; null where nothing was offered. */
  offered: { otherDate: boolean; money: boolean; until: string } | null;
}

function offeredInWords(offered: AboutSeat['offered']): string {
  if (!offered) return '';
  const { otherDate, money, until } = offered;
  if (!otherDate && !money) return 'Can’t make it? Please reply to this email.';
  const choices =
    otherDate && money ? 'choose another date or get a refund' : money ? 'get a refund' : 'choose another date';
  return `Can’t make it? Until ${until} you can ${choices}${money ? '' : ', or reply to this email'}.`;
}

/** Emails about appointments, seats in classes, and what was done by hand or sent by post. */
export const bookedEmails = {
  session: {
    booked: (of: AboutAppointment): EmailWords =>
      email(
        `Booked: ${of.title}`,
        lines(of.times),
        of.place,
        'Open the attached file to add it to your calendar.',
        ...of.open('Move or cancel'),
      ),
    moved: (of: AboutAppointment): EmailWords =>
      email(
        `Moved: ${of.title}`,
        of.by === 'member' ? `You’ve moved ${of.title} to:` : `${of.title} has been moved to:`,
        lines(of.times),
        of.place,
        'It was:',
        lines(of.was),
        'Open the attached file to update your calendar.',
        ...of.open('View'),
      ),
    'called-off': (of: AboutAppointment): EmailWords =>
      email(
        `Cancelled: ${of.title}`,
        lines(of.times),
        of.by === 'access'
          ? 'It was cancelled because your access has ended.'
          : of.by === 'member'
            ? of.counts
              ? 'You cancelled at short notice, so it counts as used.'
              : 'You cancelled in time, so you can book another session.'
            : of.counts
              ? 'It had to be cancelled. It counts as used.'
              : 'We’re sorry, it had to be cancelled. You can book another session.',
        'Open the attached file to remove it from your calendar.',
        ...(of.by === 'access' ? [] : of.open('Book another session')),
      ),
    reminder: (of: AboutAppointment): EmailWords =>
      email(`Soon: ${of.title}`, lines(of.times), of.place, ...of.open('View')),
  },
  /** Done by hand, or sent by post. */
  task: {
    work: (of: AboutTask): EmailWords =>
      email(
        `${of.title} is ready for you`,
        of.note === '' ? 'We’ve finished it for you.' : of.note,
        ...of.open('View'),
      ),
    sending: (of: AboutTask): EmailWords =>
      email(
        `${of.title} is on its way`,
        of.carrier === '' ? 'We’ve sent it to you.' : `Sent with ${of.carrier}.`,
        of.number === '' ? '' : `Tracking number: ${of.number}`,
        of.note,
        ...of.open('View'),
      ),
  },
  /** A seat at a date of a class. */
  seat: {
    booked: (of: AboutSeat): EmailWords =>
      email(
        `Your seat: ${of.title}`,
        lines(of.times),
        'You’ll find the link to join on the class’s page from half an hour before it begins.',
        'Open the attached file to add it to your calendar.',
        ...of.open('View'),
      ),
    moved: (of: AboutSeat): EmailWords =>
      email(
        `Moved: ${of.title}`,
        of.by === 'member'
          ? `You’ve moved your seat in ${of.title} to:`
          : `${of.title} has moved. You have a seat on the new date:`,
        lines(of.times),
        'It was:',
        lines(of.was),
        offeredInWords(of.offered),
        'Open the attached file to update your calendar.',
        ...of.open(of.offered ? 'Choose' : 'View'),
      ),
    'called-off': (of: AboutSeat): EmailWords =>
      email(
        `Cancelled: ${of.title}`,
        lines(of.times),
        of.by === 'access'
          ? 'Your seat was cancelled because your access has ended.'
          : of.by === 'member'
            ? 'You’ve given up your seat.'
            : 'We’re sorry, this date is cancelled.',
        offeredInWords(of.offered),
        'Open the attached file to remove it from your calendar.',
        ...(of.by === 'access' ? [] : of.open(of.offered ? 'Choose' : 'See the dates')),
      ),
    reminder: (of: AboutSeat): EmailWords =>
      email(
        `Soon: ${of.title}`,
        lines(of.times),
        note('You’ll find the link to join on the class’s page from half an hour before it begins.'),
        ...of.open('Open the class'),
      ),
  },
};
export type BookedEmails = typeof bookedEmails;
