import { type ClassDate, freshProduct, type LiveClass } from '#core/catalogue';

/** A date of a class, an hour long, in Lisbon. @param begins like "2026-06-18T19:00" */
export const dateOf = (id: string, begins: string, more: Partial<ClassDate> = {}): ClassDate => ({
  id,
  begins,
  zone: 'Europe/Lisbon',
  minutes: 60,
  seats: 3,
  join: `https://live.example.org/${id}`,
  recording: { files: [], links: [] },
  ...more,
});

/** A class with dates of which one is picked. */
export const classOf = (id: string, dates: readonly ClassDate[], more: Partial<LiveClass> = {}): LiveClass => ({
  ...freshProduct('live-class', id, `Class ${id}`),
  promise: 'A promise',
  dates: [...dates],
  ...more,
});
