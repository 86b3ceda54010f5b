/** Names nobody bears by intention, put together from two lists; addresses end in a domain kept for examples (RFC 2606). */
const FIRST = [
  'Tove',
  'Ilmar',
  'Saskia',
  'Bento',
  'Mirela',
  'Aurel',
  'Ines',
  'Joris',
  'Katla',
  'Lucan',
  'Noor',
  'Oisin',
  'Petra',
  'Rafi',
  'Signe',
  'Tomas',
  'Ursa',
  'Vera',
  'Wim',
  'Yara',
];
const LAST = [
  'Marsh',
  'Oriel',
  'Quill',
  'Fenner',
  'Alder',
  'Sedge',
  'Harrow',
  'Lindqvist',
  'Moraes',
  'Tarn',
  'Vesper',
  'Wickes',
];

/** Those who came to what is newest. */
export const MEMBER_FIRST = [
  'Anneli',
  'Corin',
  'Dagny',
  'Emeric',
  'Fenja',
  'Gildas',
  'Hedda',
  'Ivor',
  'Jonna',
  'Kelda',
];

/** Those who go on walks. */
export const WALKER_FIRST = ['Birte', 'Caspian', 'Delia', 'Enno', 'Frida', 'Henning', 'Imke', 'Leonie'];

/** Those who listen to an evening. */
export const LISTENER_FIRST = ['Alma', 'Benno', 'Cleo', 'Dario', 'Esther', 'Filip', 'Greta', 'Hanno', 'Irina', 'Jonas'];

/** Those who came by the newer paths. */
export const NEWER_FIRST = ['Ilse', 'Joren', 'Maeve', 'Ottilie', 'Pavel', 'Runa'];

/** Those who came to the course. */
export const LEARNER_FIRST = [
  'Agnes',
  'Bram',
  'Carla',
  'Dario',
  'Elin',
  'Fidel',
  'Greta',
  'Hanne',
  'Ivo',
  'Jelka',
  'Kasper',
  'Livia',
  'Marek',
  'Nadja',
  'Otis',
  'Paula',
  'Ronja',
  'Silvan',
  'Tilde',
  'Ulla',
];

export function inventedPerson(
  random: { int(below: number): number },
  used: Set<string>,
  firsts = FIRST,
): { name: string; address: string } {
  const addressOf = (first: string, last: string): string => `${first}.${last}@example.org`.toLowerCase();
  if (firsts.every((first) => LAST.every((last) => used.has(addressOf(first, last)))))
    throw new Error('Every name that these lists make is taken: the demo needs more of them');
  for (;;) {
    const first = firsts[random.int(firsts.length)] ?? '';
    const last = LAST[random.int(LAST.length)] ?? '';
    const address = addressOf(first, last);
    if (used.has(address)) continue;
    used.add(address);
    return { name: `${first} ${last}`, address };
  }
}
