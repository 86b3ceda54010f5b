import { newKey } from './main';

await newKey().catch((error: unknown) => {
  process.stderr.write(`No key was made: ${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
});
