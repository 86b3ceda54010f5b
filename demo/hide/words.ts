/** One note of the hide's year: when it was written, what it is called and says, and a sound or drawing with it. */
export interface NoteWords {
  day: string;
  title: string;
  text: string;
  sound?: [title: string, base: number, notes: number];
  picture?: string;
}

/** Two notes a month for a year; the last is planned ahead. */
export const NOTES: readonly NoteWords[] = [
  {
    day: '2025-06-14',
    title: 'The door of the hide is open',
    text: 'This is where we write down what we hear from the hide, twice a month. Nothing here is new to the birds. Sit down, it is dry inside.',
    picture: 'A hide of dark boards in reeds, seen from the water',
  },
  {
    day: '2025-06-28',
    title: 'Short nights, long mornings',
    text: 'The reed warblers began at ten past three. By five everybody had said everything twice.\nIf you can only come once this month, come before you want to.',
    sound: ['Ten past three', 2300, 9],
  },
  {
    day: '2025-07-12',
    title: 'Who stops first',
    text: 'July is when the song thins out. The thrush gave up on Tuesday, mid-phrase.\nWrite down the last time you hear each voice. It is harder than the first time, and tells you more.',
  },
  {
    day: '2025-07-26',
    title: 'Young ones rehearse',
    text: 'What you hear now from low in the brambles is practice: the right notes in no order at all. It is the best time of the year to hear how a song is built.',
    sound: ['A song in no order', 3300, 11],
  },
  {
    day: '2025-08-09',
    title: 'The quiet is not empty',
    text: 'Ten minutes with a pencil: every call a dot on the page, where it came from. We counted forty-one on a morning that seemed silent.',
  },
  {
    day: '2025-08-23',
    title: 'Wagtails on the roof',
    text: 'They leave in a line, calling on the dip of every bound. Two syllables, the second higher. You will never again not hear it.',
    sound: ['Two syllables', 4600, 4],
  },
  {
    day: '2025-09-06',
    title: 'Robins change the tune',
    text: 'The autumn song is the same bird with less to prove: thinner, longer gaps, falling. Compare the two recordings of the library and say which month you are in.',
    sound: ['Robin, September', 3900, 7],
  },
  {
    day: '2025-09-20',
    title: 'A night at the edge',
    text: 'We sat out until two. Redwings are not here yet, but something high and thin went over at one, once.\nBring a blanket and a low expectation.',
  },
  {
    day: '2025-10-04',
    title: 'The first redwings',
    text: 'Tuesday, 22:40, wind from the north-east: a thin downward hiss, again every few seconds, moving. That is all there is to it, and it is the whole autumn.',
    sound: ['Going over', 6200, 3],
  },
  {
    day: '2025-10-18',
    title: 'What the rain does',
    text: 'Heavy rain takes away everything above four kilohertz. Wrens drop out before thrushes. Next wet morning, see who is left.',
    picture: 'Rain over reeds, the far bank gone',
  },
  {
    day: '2025-11-01',
    title: 'Water rails, again',
    text: 'You will think of a small pig. It is the one call that people write to us about, every November, always with an apology.',
    sound: ['A small pig, far away', 1800, 7],
  },
  {
    day: '2025-11-15',
    title: 'Listening with one ear',
    text: 'Cup one hand behind your right ear, then the left. Two minutes each. You have just learnt where sound comes from.',
  },
  {
    day: '2025-11-29',
    title: 'Who sings in November',
    text: 'Robin, wren, and on a mild day the mistle thrush from the very top. Three voices: the easiest month to begin with.',
  },
  {
    day: '2025-12-13',
    title: 'The starlings come in',
    text: 'They talk all the way down and go quiet at once. We have tried to record the moment and have nine recordings of our own breath.',
    sound: ['Talking all the way down', 2700, 12],
  },
  {
    day: '2025-12-27',
    title: 'A year in one page',
    text: 'Draw twelve columns. For each month, the first voice you remember. Leave the gaps empty: they are next year.',
  },
  {
    day: '2026-01-10',
    title: 'Great tits begin',
    text: 'The pump that needs oil is back, on the first mild morning after the frost. Eleven ways of doing it are in the library; we heard four before breakfast.',
    sound: ['Pump, January', 3600, 8],
  },
  {
    day: '2026-01-24',
    title: 'Cold air carries',
    text: 'Minus six and no wind: we heard the station clock, four kilometres off. Go out on such a morning with one question and answer only that.',
  },
  {
    day: '2026-02-07',
    title: 'Song thrush, everything twice',
    text: 'He has been at it for a week. Count the repeats: twice, three times, twice, four. When it stops repeating, it is somebody else.',
    sound: ['Everything twice', 2600, 8],
  },
  {
    day: '2026-02-21',
    title: 'Pairs, and how to hear them',
    text: 'Two calls that answer within half a second are a pair. Longer, and they are neighbours. Sit between them and count.',
  },
  {
    day: '2026-03-07',
    title: 'Chiffchaff, first of the leaves',
    text: 'It says its own name, unevenly, and it was here on the fifth. Tell us your date: we keep the list on the wall.',
    sound: ['Its own name', 4300, 8],
    picture: 'First leaves on a willow, a small song line above',
  },
  {
    day: '2026-03-21',
    title: 'A bittern, before five',
    text: 'Somebody blowing over a bottle, a kilometre off. You feel it rather than hear it. We have waited for this one since last April.',
    sound: ['Over a bottle', 900, 4],
  },
  {
    day: '2026-04-04',
    title: 'Blackcap or garden warbler',
    text: 'The blackcap begins unsure and ends sure. The other one is sure all the way through. Ten pairs to practise on are in the course.',
    sound: ['Begins unsure', 2900, 9],
  },
  {
    day: '2026-04-18',
    title: 'Two wrens and a wall',
    text: 'A boundary is a conversation. Each waits for the other to finish, until they do not. We drew forty minutes of it; the drawing is here to take along.',
  },
  {
    day: '2026-05-02',
    title: 'Everybody at once',
    text: 'This is the month in which nobody can be told apart, and the reason we begin in November. Choose one voice and follow only that.',
    sound: ['All of May', 3200, 14],
  },
  {
    day: '2026-05-16',
    title: 'Cetti’s, then nothing',
    text: 'An outburst, then nothing for four minutes. Do not turn your head. It will be behind you.',
  },
  {
    day: '2026-05-30',
    title: 'Reed warblers, a slow machine',
    text: 'Day and night, without a seam. If you can find where it begins again, write to us, because we cannot.',
    sound: ['A slow machine', 2300, 12],
  },
  {
    day: '2026-06-13',
    title: 'One year in the hide',
    text: 'Twenty-six notes, eleven hundred hours, one roof that leaks. Thank you for sitting here with us.\nNext time: who stops first, and why we think we know.',
    picture: 'The hide again, a year later, the reeds higher',
  },
  {
    day: '2026-06-27',
    title: 'Last mornings of the warblers',
    text: 'The machine stops for an hour at noon now. Soon it will not start again. Come while it does.',
  },
];
