import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, expect, test } from '@jest/globals';
import { Owner } from '../../demo/clients';
import { endProcesses, startProcess } from '../support/process';
import { until } from '../support/waiting';

const root = mkdtempSync(join(tmpdir(), 'keel-beside-'));
afterEach(() => {
  endProcesses();
  rmSync(root, { recursive: true, force: true });
});

test('the finished shop beside a shop that is killed ends by itself, and leaves nothing', async () => {
  const shop = await startProcess(join(root, 'shop'), { env: { TMPDIR: root } });
  const folders = (): string[] => readdirSync(root).filter((name) => name.startsWith('keel-finished-'));
  const owner = new Owner(shop.base);
  await owner.connect(shop.key);
  const { status, body } = await owner.act<{ address: string }>('/finished-shop', {});
  expect(status).toBe(200);
  const { origin } = new URL(body.address);
  expect((await fetch(origin)).status).toBe(200);
  expect(folders()).toHaveLength(1);
  await shop.kill();
  await until(
    () =>
      fetch(origin).then(
        () => false,
        () => true,
      ),
    'the end of the finished shop',
  );
  await until(() => folders().length === 0, 'the end of its folder');
});
