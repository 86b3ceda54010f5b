import { existsSync } from 'node:fs';
import { rm, rename } from 'node:fs/promises';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { serve } from '../src/counter/main';
import { buildDemo } from './build';

const here = dirname(fileURLToPath(import.meta.url));
const clientFolder = join(here, '..', 'client');
const dataFolder = resolve(process.env['KEEL_DATA'] ?? 'demo-data');

try {
  if (!existsSync(join(dataFolder, 'secrets.json'))) {
    process.stdout.write('Making the demo shop …\n');
    // Made beside and moved when whole, so that a demo broken off half-way is not taken for one.
    const beside = `${dataFolder}.making`;
    await rm(beside, { recursive: true, force: true });
    await buildDemo(beside, clientFolder);
    await rm(dataFolder, { recursive: true, force: true });
    await rename(beside, dataFolder);
  }
  await serve({ mode: 'demo', dataFolder, clientFolder });
} catch (error) {
  process.stderr.write(`The demo could not start: ${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
}
