import * as z from 'zod';
import { isCountry } from './countryCodes';

/** Where something is sent. Which fields a country writes in which order its letter shows, and nobody has to know. */
export const PostalAddress = z.object({
  name: z.string().max(200),
  street: z.string().max(200),
  /** A second line: a floor, a company, who it is in care of. */
  more: z.string().max(200),
  postcode: z.string().max(20),
  city: z.string().max(100),
  country: z.string().regex(/^[A-Z]{2}$/),
});
export type PostalAddress = z.infer<typeof PostalAddress>;

const tidy = (text: string): string => text.normalize('NFC').replace(/\s+/g, ' ').trim();

/** An address as it is kept, or null where something is missing without which nothing arrives, or its country is none. */
export function readPostal(typed: PostalAddress): PostalAddress | null {
  const { country } = typed;
  const [name, street, more, postcode, city] = [typed.name, typed.street, typed.more, typed.postcode, typed.city].map(
    tidy,
  );
  if (!name || !street || !city || !isCountry(country)) return null;
  return { name, street, more: more ?? '', postcode: postcode ?? '', city, country };
}

/** As it stands on a letter, line by line; the country by the name it is given. */
export const postalLines = (
  { name, street, more, postcode, city, country }: PostalAddress,
  countryName: (code: string) => string,
): string[] => [name, street, more, `${postcode} ${city}`.trim(), countryName(country)].filter((line) => line !== '');
