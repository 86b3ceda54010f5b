import { existsSync, readdirSync } from 'node:fs';
import { cp, rename, rm, rmdir } from 'node:fs/promises';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { serve } from '../src/counter/main';
import { buildDemo } from './build';

const here = dirname(fileURLToPath(import.meta.url));
const clientFolder = join(here, '..', 'client');
const dataFolder = resolve(process.env['KEEL_DATA'] ?? 'demo-data');
/** Made when building, by running the shop: a start only copies it. */
const kept = join(here, '..', 'demo');
const isShop = (folder: string): boolean => existsSync(join(folder, 'secrets.json'));

try {
  if (process.argv.includes('--make')) {
    await rm(kept, { recursive: true, force: true });
    const making = `${kept}.making`;
    await rm(making, { recursive: true, force: true });
    await buildDemo(making, clientFolder);
    await rename(making, kept);
    process.exit(0);
  }
  if (!isShop(dataFolder)) {
    // A folder that holds something else is never touched, whatever KEEL_DATA was set to.
    const taken = existsSync(dataFolder);
    if (taken && readdirSync(dataFolder).length > 0)
      throw new Error(
        `${dataFolder} holds something that is not a shop. Nothing was changed. Name another folder in KEEL_DATA.`,
      );
    // Made beside and moved when whole, so that a demo broken off half-way is not taken for one.
    const beside = `${dataFolder}.making`;
    await rm(beside, { recursive: true, force: true });
    if (isShop(kept)) await cp(kept, beside, { recursive: true });
    else {
      process.stdout.write('Making the demo shop: a year of 210 buyers, about half a minute …\n');
      await buildDemo(beside, clientFolder);
    }
    if (taken) await rmdir(dataFolder);
    await rename(beside, dataFolder);
  }
  const beside = process.env['KEEL_BESIDE'];
  // Shown beside another shop: it ends with that one, however that ends, and leaves nothing behind.
  if (beside !== undefined)
    process.once('disconnect', () => {
      void rm(beside, { recursive: true, force: true }).finally(() => process.exit(0));
    });
  await serve({ mode: 'demo', dataFolder, clientFolder });
} catch (error) {
  process.stderr.write(`The demo could not start: ${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
}
