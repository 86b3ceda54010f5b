import { passState } from '#core/passes';
import { type ChargeRequest, NotAnswered } from '#core/shop';
import type { MemoryShop } from './shopInMemory';

/** All tests of what meets begin here, with payments a month apart. */
export const BEGUN = '2026-11-23T10:00:00.000Z';

/** Holds back every answer to a refund, as a service that is slow, until it is let go. */
export function slowRefunds({ ports }: MemoryShop): { answer: () => void } {
  const { refund } = ports.payments;
  let slow = true;
  ports.payments.refund = (request) => (slow ? Promise.reject(new NotAnswered('slow')) : refund(request));
  return { answer: () => (slow = false) };
}

/** Holds back the answers of what is asked from now on; each is answered once its key is let go. */
export function slowCharges({ ports }: MemoryShop): {
  held: () => string[];
  answer: (key: string) => void;
  /** What is asked from now on is answered at once again. */
  quick: () => void;
} {
  const { charge, lookUp } = ports.payments;
  const held = new Map<string, ChargeRequest>();
  ports.payments.charge = (request) => {
    held.set(request.key, request);
    return Promise.reject(new NotAnswered('slow'));
  };
  const free = new Set<string>();
  ports.payments.lookUp = async (key, way) => {
    const request = held.get(key);
    if (!request) return lookUp(key, way);
    if (!free.has(key)) throw new NotAnswered('slow');
    return charge(request);
  };
  const quick = (): void => void (ports.payments.charge = charge);
  return { held: () => [...held.keys()], answer: (key) => free.add(key), quick };
}

/** What somebody may open, each with how it stands: "open", or why it is closed. */
export const doors = ({ runner }: MemoryShop, personId = 'u1'): string[] =>
  [...runner.state.passes.values()]
    .filter((pass) => pass.personId === personId)
    .map((pass) => `${pass.productId} ${pass.closed?.why ?? passState(pass, runner.now())}`);

/** What is asked of the seller, in short. */
export const needsYou = ({ runner }: MemoryShop): string[] =>
  runner.state.attention.map(({ id }) => id.split('-')[0] ?? '');
