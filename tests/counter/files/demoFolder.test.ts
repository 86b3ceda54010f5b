import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@jest/globals';

test('the demo never touches a folder that holds something else', () => {
  const folder = mkdtempSync(join(tmpdir(), 'keel-foreign-'));
  writeFileSync(join(folder, 'thesis.txt'), 'four years of work');
  const ended = spawnSync(process.execPath, ['dist/server/demo.js'], {
    env: { ...process.env, KEEL_DATA: folder, PORT: '0' },
    timeout: 20_000,
    encoding: 'utf8',
  });
  expect(ended.status).toBe(1);
  expect(ended.stderr).toContain('holds something that is not a shop. Nothing was changed.');
  expect(readdirSync(folder)).toEqual(['thesis.txt']);
  expect(readFileSync(join(folder, 'thesis.txt'), 'utf8')).toBe('four years of work');
  rmSync(folder, { recursive: true });
});
