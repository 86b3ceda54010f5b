// npm run sbom: what the shop is made of, as CycloneDX, in dist/sbom.json.
import { execFileSync } from 'node:child_process';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('..', import.meta.url));
const text = execFileSync('npm', ['sbom', '--sbom-format', 'cyclonedx', '--omit', 'dev', '--package-lock-only'], {
  cwd: root,
  encoding: 'utf8',
  maxBuffer: 1 << 28,
  stdio: ['ignore', 'pipe', 'ignore'],
});
mkdirSync(join(root, 'dist'), { recursive: true });
writeFileSync(join(root, 'dist', 'sbom.json'), text);
process.stdout.write(`dist/sbom.json: ${JSON.parse(text).components.length} components\n`);
