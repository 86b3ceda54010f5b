import { type Letter, letter } from '../letter';

interface AboutSession {
  title: string;
  /** A line for each zone. */
  times: string;
  /** When it was to be before; empty where it has not moved. */
  was: string;
  place: string;
  by: 'member' | 'seller' | 'access';
  /** Whether it takes one of those that were given. */
  counts: boolean;
  url: string;
  days: number;
}

interface AboutTask {
  title: string;
  carrier: string;
  number: string;
  /** Words of the seller's. */
  note: string;
  url: string;
  days: number;
}

interface AboutSeat {
  title: string;
  /** A line for each zone, of each date. */
  times: string;
  was: string;
  by: 'member' | 'seller' | 'access';
  /** What may be chosen since the seller has changed it; null where nothing was offered. */
  offered: { otherDate: boolean; money: boolean; until: string } | null;
  url: string;
  days: number;
}

/** @param kept said first, where something was offered */
function offeredInWords(offered: AboutSeat['offered'], kept: string): string {
  if (!offered || (!offered.otherDate && !offered.money))
    return offered ? 'If that does not suit you, please answer this mail.' : '';
  const choices =
    offered.otherDate && offered.money
      ? 'choose another date or take your money back'
      : offered.money
        ? 'take your money back'
        : 'choose another date';
  return `${kept}${kept === '' ? '' : ' '}Until ${offered.until} you can ${choices} on its page${offered.money ? '' : '. For anything else, please answer this mail'}.`;
}

/** Letters about what was booked, has a seat, or was done by hand or sent. */
export const bookedLetters = {
  session: {
    booked: (of: AboutSession): Letter =>
      letter(
        `Booked: ${of.title}`,
        of.times,
        of.place,
        'The file with this mail puts it into your calendar.',
        `Move it or call it off here:\n${of.url}`,
        `The link works once, for ${of.days} days. After that, ask for another with this address.`,
      ),
    moved: (of: AboutSession): Letter =>
      letter(
        `Moved: ${of.title}`,
        of.by === 'member' ? `You have moved ${of.title}. It is now:` : `${of.title} has been moved. It is now:`,
        of.times,
        of.place,
        `Before, it was:\n${of.was}`,
        'The file with this mail moves it in your calendar.',
        `See it here:\n${of.url}`,
      ),
    'called-off': (of: AboutSession): Letter =>
      letter(
        `Called off: ${of.title}`,
        of.times,
        of.by === 'access'
          ? 'It falls away, because access to it has ended.'
          : of.by === 'member'
            ? of.counts
              ? 'You have called it off at short notice, so it counts as used.'
              : 'You have called it off in time: you can book another one.'
            : of.counts
              ? 'It had to be called off. It counts as used.'
              : 'It had to be called off. You can book another one.',
        'The file with this mail takes it out of your calendar.',
        of.by === 'access' ? '' : `Book here:\n${of.url}`,
      ),
    reminder: (of: AboutSession): Letter => letter(`Soon: ${of.title}`, of.times, of.place, `See it here:\n${of.url}`),
  },
  /** Done by hand, or sent. */
  task: {
    work: (of: AboutTask): Letter =>
      letter(`Done: ${of.title}`, of.note === '' ? 'It is done.' : of.note, `See it here:\n${of.url}`),
    sending: (of: AboutTask): Letter =>
      letter(
        `On its way: ${of.title}`,
        'It has been sent.',
        of.number === '' ? of.carrier : `Its number is ${of.number}${of.carrier === '' ? '' : ` (${of.carrier})`}.`,
        of.note,
        `See it here:\n${of.url}`,
      ),
  },
  /** A seat at a date of a class. */
  seat: {
    booked: (of: AboutSeat): Letter =>
      letter(
        `Your seat: ${of.title}`,
        of.times,
        'How to join is shown on its page from half an hour before it begins.',
        'The file with this mail puts it into your calendar.',
        `See it here:\n${of.url}`,
        `The link works once, for ${of.days} days. After that, ask for another with this address.`,
      ),
    moved: (of: AboutSeat): Letter =>
      letter(
        `Moved: ${of.title}`,
        of.by === 'member'
          ? `You have moved your seat at ${of.title}. It is now:`
          : `${of.title} has been moved. It is now:`,
        of.times,
        `Before, it was:\n${of.was}`,
        'The file with this mail moves it in your calendar.',
        offeredInWords(of.offered, 'You keep your seat if you do nothing.'),
        `See it here:\n${of.url}`,
      ),
    'called-off': (of: AboutSeat): Letter =>
      letter(
        `Called off: ${of.title}`,
        of.times,
        of.by === 'access'
          ? 'Your seat falls away, because access to it has ended.'
          : of.by === 'member'
            ? 'You have given your seat back.'
            : 'This date has to be called off. We are sorry.',
        'The file with this mail takes it out of your calendar.',
        offeredInWords(of.offered, ''),
        of.by === 'access' ? '' : `See the dates here:\n${of.url}`,
      ),
    reminder: (of: AboutSeat): Letter =>
      letter(`Soon: ${of.title}`, of.times, 'How to join is shown here from half an hour before it begins:', of.url),
  },
};
export type BookedLetters = typeof bookedLetters;
