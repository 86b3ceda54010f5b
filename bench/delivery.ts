import { createHash, randomBytes } from 'node:crypto';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import send from 'send';
import { Buyer } from '../demo/clients';
import { openShop } from '../tests/support/counter';
import { asDownload, releaseContent } from '../tests/support/release';

const MEGABYTES = 200;
const ROUNDS = 5;

/** A protected file in MB a second, beside the same file through plain `send`. */
export async function delivery(): Promise<void> {
  const shop = await openShop({ mode: 'test' });
  const bytes = randomBytes(MEGABYTES * 1_000_000);
  const sha256 = await shop.owner.upload(bytes);
  const content = releaseContent();
  const file = asDownload(content.products[0]).files[0];
  if (file) Object.assign(file, { sha256, bytes: bytes.length, name: 'large.bin', type: 'application/octet-stream' });
  const published = await shop.owner.publish(1, content);
  if (published.status !== 201) throw new Error(published.body.title);
  const buyer = new Buyer(shop.counter.address);
  await buyer.pay(await buyer.openCheckout('field-pack'), { name: 'B', address: 'b@example.org' }, '9000000000000001');
  const [link = ''] = await buyer.filesOfThanks('field-pack');

  const plain = createServer(
    (req, res) => void send(req, shop.counter.context.vault.pathOf(sha256), { dotfiles: 'allow' }).pipe(res),
  );
  await new Promise<void>((resolve) => plain.listen(0, '127.0.0.1', resolve));
  const plainUrl = `http://127.0.0.1:${(plain.address() as AddressInfo).port}/`;

  const speed = async (get: () => Promise<Response>): Promise<number> => {
    const begun = performance.now();
    let read = 0;
    const body = (await get()).body;
    if (!body) throw new Error('Nothing came');
    for await (const chunk of body) read += (chunk as Uint8Array).length;
    if (read !== bytes.length) throw new Error(`Only ${read} bytes came`);
    return read / 1_000_000 / ((performance.now() - begun) / 1_000);
  };
  const best = { ours: 0, theirs: 0 };
  // Taken by turns, so that a busy moment of the machine falls on both.
  for (let i = 0; i < ROUNDS; i += 1) {
    best.theirs = Math.max(best.theirs, await speed(() => fetch(plainUrl)));
    best.ours = Math.max(best.ours, await speed(() => buyer.fetch(link)));
  }
  plain.close();
  await shop.close();
  process.stdout.write(
    `Protected file of ${MEGABYTES} MB (${createHash('sha256').update(bytes).digest('hex') === sha256 ? 'whole' : 'broken'}): ${best.ours.toFixed(0)} MB/s. The same through plain send: ${best.theirs.toFixed(0)} MB/s. Ratio ${(best.ours / best.theirs).toFixed(2)}.\n`,
  );
}
