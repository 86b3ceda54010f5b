import * as z from 'zod';

const fee = z.int().min(0);
const country = z.string().length(2);

/** What sending something by post costs, in minor units before tax where tax comes on top, and where it is sent to. */
export const SendingPrice = z.object({
  /** To every country that is not named. */
  fee,
  byCountry: z.record(country, fee),
  /** Countries that nothing is sent to. */
  notTo: z.array(country).max(250).optional(),
  /** Left out, it is sent to every country that is not excluded; otherwise only to those in `byCountry`. */
  listedOnly: z.literal(true).optional(),
  /** How many parcels each full payment of a subscription brings. Left out, one parcel goes with its first payment. */
  parcels: z.int().min(1).max(100).optional(),
});
export type SendingPrice = z.infer<typeof SendingPrice>;

/** A country it is sent to, for trying a sale: one that the seller named first. */
export const sampleCountry = (sending: SendingPrice | null, home: string | null): string => {
  const named = Object.keys(sending?.byCountry ?? {})[0];
  return home !== null && sendingFee(sending, home) !== null ? home : (named ?? home ?? 'DE');
};

/** What sending one parcel to a country costs, in minor units; null where nothing is sent. A price without one sends free of charge. */
export function sendingFee(sending: SendingPrice | null, to: string): number | null {
  if (sending === null) return 0;
  const own = sending.byCountry[to];
  if (own !== undefined) return own;
  return sending.listedOnly || sending.notTo?.includes(to) ? null : sending.fee;
}
