import { createHmac, randomBytes } from 'node:crypto';
import type { PersonId } from '#core/ids';

/** More than so many on one day are unusual: home, work, a phone, a train and a friend's are five. */
export const MOST_NETWORKS = 5;

/**
 * From how many networks each person fetches on a day. Networks are kept as hashes under a key that nobody has and that
 * ends with the day or the process: they can be counted, and told to nobody.
 */
export class Networks {
  #day = '';
  #key = randomBytes(32);
  #seen = new Map<PersonId, Set<string>>();

  /** @param day the shop's date @param ip the address a request comes from */
  note(personId: PersonId, ip: string, day: string): void {
    this.#turn(day);
    const seen = this.#seen.get(personId) ?? new Set<string>();
    this.#seen.set(personId, seen);
    if (seen.size < 100) seen.add(createHmac('sha256', this.#key).update(networkOf(ip)).digest('base64'));
  }

  /** Whoever came from too many on a day. */
  unusual(day: string): { personId: PersonId; networks: number }[] {
    this.#turn(day);
    return [...this.#seen].flatMap(([personId, { size }]) =>
      size > MOST_NETWORKS ? [{ personId, networks: size }] : [],
    );
  }

  forget(personId: PersonId): void {
    this.#seen.delete(personId);
  }

  #turn(day: string): void {
    if (day === this.#day) return;
    this.#day = day;
    this.#key = randomBytes(32);
    this.#seen = new Map();
  }
}

/** The network an address is in: the first 24 bits of an IPv4 address, the first 48 of an IPv6 one. */
function networkOf(ip: string): string {
  const mapped = /^::ffff:(\d+\.\d+\.\d+\.\d+)$/i.exec(ip)?.[1];
  const v4 = mapped ?? ip;
  if (v4.includes('.')) return v4.split('.').slice(0, 3).join('.');
  const [head = ''] = ip.split('::');
  return head.split(':').slice(0, 3).join(':');
}
