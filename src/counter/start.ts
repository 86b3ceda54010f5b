import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { serve } from './main';

// Built, this file lies in dist/server, beside dist/client.
const clientFolder = join(dirname(fileURLToPath(import.meta.url)), '..', 'client');

await serve({ clientFolder }).catch((error: unknown) => {
  process.stderr.write(`The shop could not start: ${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
});
