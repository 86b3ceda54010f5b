/** What the demo's course says: six weeks, three lessons each. Its first lines are heard, seen or asked as named. */
export interface LessonWords {
  title: string;
  text: string;
  /** Sounds by name: pitch in hertz and how many notes. */
  sounds?: readonly (readonly [name: string, base: number, notes: number])[];
  picture?: string;
  film?: boolean;
  take?: boolean;
  asks?: readonly (
    | readonly [text: string, right: string, wrong: readonly string[], why: string]
    | readonly [text: string, typed: readonly string[], why: string]
  )[];
}

export const WEEKS: readonly (readonly [title: string, lessons: readonly LessonWords[]])[] = [
  [
    'Week 1 · The eurasian wren',
    [
      {
        title: 'Why wrens are loud',
        text: 'A wren weighs about as much as a letter, and its song carries across three gardens. It sings with its whole body: stand close and you see the tail shake.\nListen twice. The first time, only to how long it lasts. The second time, to where it takes a breath.',
        sounds: [
          ['A wren at ten paces', 4_300, 8],
          ['The same, from behind a wall', 4_100, 7],
        ],
      },
      {
        title: 'Trill, pause, trill',
        text: 'Listen for the breath before the second trill. A wren sings the whole phrase in one go, about five seconds, and the pause is so short that most people hear it as a stumble. It is not: it is where the phrase turns.',
        film: true,
        take: true,
      },
      {
        title: 'Five calls to tell apart',
        text: 'Five sounds, and only two of them are wrens. Take your time; there is no clock.',
        sounds: [['Which one is it?', 4_500, 6]],
        asks: [
          [
            'What comes before the second trill?',
            'A pause',
            ['A whistle', 'Nothing'],
            'The pause is where the phrase turns.',
          ],
          ['How long is a whole phrase, about?', 'Five seconds', ['One second', 'A minute'], 'It is sung in one go.'],
          [
            'Which small bird is it, in one word?',
            ['wren', 'the wren', 'eurasian wren'],
            'It is the loudest small bird of the garden.',
          ],
        ],
      },
    ],
  ],
  [
    'Week 2 · The one in the reeds',
    [
      {
        title: 'Where the song stops',
        text: 'In reeds a wren sings from below, and the reeds swallow the high notes. What reaches you is the middle of the song. Learn that middle and you will never need the rest.',
        sounds: [
          ['From the edge', 3_900, 6],
          ['From inside', 3_300, 5],
        ],
        picture: 'Reeds with a song line that is cut off at the top',
      },
      {
        title: 'At night',
        text: 'A wren that is woken gives one short burst and nothing more. Do not wait for the rest: there is none.',
        sounds: [['Woken', 4_700, 3]],
      },
      {
        title: 'Who else is there',
        text: 'Three neighbours that are taken for wrens: one is slower, one repeats itself, and one never pauses.',
        sounds: [
          ['Slower', 2_300, 5],
          ['Repeats itself', 2_600, 4],
          ['Never pauses', 3_900, 12],
        ],
      },
    ],
  ],
  [
    'Week 3 · A day in the field',
    [
      {
        title: 'What to carry',
        text: 'Water, a pencil, a card. Leave the glasses at home this once: today your ears do the work.',
        take: true,
      },
      {
        title: 'Standing still',
        text: 'Ten minutes in one place tell you more than an hour of walking. Write down every song that begins, and a stroke for every one that you cannot name.',
      },
      {
        title: 'What you heard',
        text: 'Send us your strokes, or keep them. In six weeks you will look at this page again.',
        picture: 'A page with strokes, drawn as reeds in wind',
      },
    ],
  ],
  [
    'Week 4 · Anger and alarm',
    [
      {
        title: 'The ticking',
        text: 'Dry, hard, regular: somebody has come too near. Stop, look away, go back two steps. It ends.',
        sounds: [['Ticking', 5_200, 4]],
      },
      {
        title: 'A hawk overhead',
        text: 'All at once everything is silent, and then one thin note. Look up.',
        sounds: [['One thin note', 6_100, 1]],
      },
      {
        title: 'Song or warning?',
        text: 'Three questions. What is right here matters outside.',
        asks: [
          [
            'It ticks, dry and regular. What do you do?',
            'Go back two steps',
            ['Go nearer', 'Whistle'],
            'You are too near.',
          ],
          [
            'Everything falls silent, then a thin note. Where do you look?',
            'Up',
            ['Down', 'Behind you'],
            'Something hunts from above.',
          ],
          [
            'Which of these is a song?',
            'Trill, pause, trill',
            ['Ticking', 'One thin note'],
            'The others are warnings.',
          ],
        ],
      },
    ],
  ],
  [
    'Week 5 · Two at once',
    [
      {
        title: 'Left and right',
        text: 'Two neighbours answer one another across a path. Turn until one is at each ear, then close your eyes.',
        sounds: [
          ['The one on the left', 4_200, 7],
          ['The one on the right', 4_600, 7],
        ],
      },
      {
        title: 'Who began',
        text: 'The one who began ends last. Count the phrases of each and you will know whose garden it is.',
      },
      {
        title: 'A chorus, taken apart',
        text: 'Six birds, one minute. First all together, then one after another.',
        sounds: [['All together', 3_100, 16]],
        picture: 'Six song lines over reeds',
      },
    ],
  ],
  [
    'Week 6 · On your own',
    [
      {
        title: 'Your own wren',
        text: 'Find one near your door. Learn its phrase so well that you would miss a note. It will be there next year.',
      },
      {
        title: 'A year of it',
        text: 'Wrens sing in every month. What changes is who listens.',
        sounds: [['In January', 4_000, 5]],
        take: true,
      },
      {
        title: 'The last questions',
        text: 'Four to pass. You have heard all of it.',
        asks: [
          [
            'What does the pause mean?',
            'The phrase turns',
            ['It is tired', 'Somebody comes'],
            'It was the first thing you learnt.',
          ],
          ['What is heard of a wren in reeds?', 'The middle', ['The top', 'Nothing'], 'Reeds swallow the high notes.'],
          ['Who ends last?', 'The one who began', ['The louder one', 'The younger one'], 'It is whose garden it is.'],
          ['In which months do wrens sing?', ['all', 'every', 'every month', 'all of them'], 'In January too.'],
        ],
      },
    ],
  ],
];
