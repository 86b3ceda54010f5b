import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { serve } from '../src/counter/main';
import { buildDemo } from './build';

// The counter as `npm run dev` runs it: from the sources, on demo data of its own, started anew when a source changes.
const folder = process.env['KEEL_DEV'] ?? '.dev';
const dataFolder = join(folder, 'data');
const clientFolder = join(folder, 'client');

if (!existsSync(join(dataFolder, 'secrets.json'))) {
  process.stdout.write('Making the demo shop: a year of 210 buyers, about half a minute …\n');
  await buildDemo(dataFolder, clientFolder);
}
await serve({ mode: 'demo', dataFolder, clientFolder });
