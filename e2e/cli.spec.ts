/** The built command line, as a shell starts it. */
import { expect, test } from '@playwright/test';
import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const binarus = (...args: string[]) => spawnSync('bin/binarus', args, { encoding: 'utf8' });

test('binarus prints JSON on standard output, messages on standard error, and exits 0, 1 or 2', () => {
  const folder = mkdtempSync(join(tmpdir(), 'binarus-bin-'));
  const good = binarus('symbol', '--text', '01234567', '--no-raise');
  expect(good.status).toBe(0);
  expect(JSON.parse(good.stdout)).toMatchObject({ version: 1, ecc: 'M', mask: 2, size: 21 });
  expect(good.stderr).toBe('');

  const path = join(folder, 'small.json');
  writeFileSync(path, execFileSync('bin/binarus', ['job', '--url', 'ternquay.example', '--code-width', '4']));
  const stopped = binarus('make', path, '--out', folder);
  expect(stopped.status).toBe(1);
  expect(stopped.stderr).toContain('too fine');
  expect(JSON.parse(stopped.stdout)).toMatchObject({ files: [] });

  const wrong = binarus('symbol', '--text', 'x', '--version', '99');
  expect([wrong.status, wrong.stdout]).toEqual([2, '']);
  expect(binarus('nonsense').status).toBe(2);
  rmSync(folder, { recursive: true });
});
