import { type ClassDate, freshProduct, type LiveClass, richFromPlain } from '#core/catalogue';

/** When it is held, the last ones to come on the demo's day. */
export const EVENINGS = ['2026-05-07', '2026-05-28', '2026-06-18', '2026-06-25', '2026-07-09'] as const;

/** "Dusk, live": an hour at one marsh with a microphone, for twelve at a time. */
export const duskLive = (next: (prefix: string) => string): LiveClass => ({
  ...freshProduct('live-class', next('prd'), 'Dusk, live'),
  promise: 'An hour at the marsh while the day birds stop and the night begins, with me and eleven others.',
  description: richFromPlain(
    'I stand at the water with a microphone, you sit at home with headphones. We name what we hear, and fall silent when it is worth it.',
  ),
  benefits: ['Twelve at most, so that everybody can ask', 'The recording is yours afterwards'],
  dates: EVENINGS.map((day, i): ClassDate => ({
    id: next('dat'),
    begins: `${day}T20:30`,
    zone: 'Europe/Lisbon',
    minutes: 75,
    seats: 12,
    join: 'https://marsh.reedlight.example/dusk',
    recording: {
      files: [],
      links:
        i === 0 ? [{ id: next('l'), title: 'Dusk of 7 May', url: 'https://marsh.reedlight.example/dusk/7-may' }] : [],
    },
  })),
});
