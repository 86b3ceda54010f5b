import { type Coaching, freshProduct, richFromPlain } from '#core/catalogue';

const MORNING = [{ from: '07:00', to: '12:00' }];

const walk = (id: string, title: string): Coaching => ({
  ...freshProduct('coaching', id, title),
  minutes: 45,
  grid: 30,
  hours: {
    week: [MORNING, MORNING, MORNING, MORNING, [], [{ from: '08:00', to: '11:00' }], []],
    exceptions: [{ date: '2026-06-24', spans: [] }],
  },
  noticeHours: 24,
  bufferAfter: 15,
  aheadDays: 45,
  mostPerDay: 4,
  place: 'By video: https://walks.reedlight.example/room',
});

/** "Listening walks": four sessions by video, sold at once or in parts. */
export const listeningWalks = (next: (prefix: string) => string): Coaching => ({
  ...walk(next('prd'), 'Listening walks'),
  promise: 'Four times you go out, and I hear what you hear.',
  description: richFromPlain(
    'You stand in your own street or your own wood, I am in your ear. We listen together for three quarters of an hour, and you learn the birds that live where you live.',
  ),
  benefits: [
    'Your own birds, not those of a book',
    'Before work, on my clock and on yours',
    'Moved or called off until the day before',
  ],
  sessions: 4,
  questions: [
    { id: next('q'), text: 'Where will you be standing?', required: true },
    { id: next('q'), text: 'What have you heard there so far?', required: false },
  ],
});

/** "A walk each month": one session with each payment. */
export const monthlyWalk = (next: (prefix: string) => string): Coaching => ({
  ...walk(next('prd'), 'A walk each month'),
  promise: 'One listening walk with every month, through all the seasons.',
  description: richFromPlain('The same place in January and in June is two places. We go there together once a month.'),
  benefits: ['A whole year of one place', 'Left out a month? You have two walks the next'],
  sessions: 1,
  each: 'period',
});
