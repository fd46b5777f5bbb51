import { execFileSync, spawnSync } from 'node:child_process';
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { demoFile, projectFolder } from './harness.js';

const folder = mkdtempSync(join(tmpdir(), 'yellow-sieve-packed-'));
const rules = join(folder, 'mail-rules');
const sieve = join(rules, 'berth-request.sieve.yaml');
const npm = (args: string[], cwd: string) => execFileSync('npm', args, { cwd, encoding: 'utf8', stdio: 'pipe' });

/** Runs what was installed; the project itself is out of reach. */
const run = (...args: string[]) => {
  const { status, stdout, stderr } = spawnSync(join(folder, 'node_modules/.bin/yellow-sieve'), args, {
    cwd: folder,
    encoding: 'utf8',
  });
  return { status, out: stdout + stderr };
};

beforeAll(() => {
  const tarballs = ['core', 'contract', 'client', 'cli'].map((name) => {
    const told = npm(['pack', '--json', '--pack-destination', folder], join(projectFolder, 'packages', name));
    const [{ filename } = { filename: '' }] = JSON.parse(told) as { filename: string }[];
    return join(folder, filename);
  });
  writeFileSync(join(folder, 'package.json'), '{ "name": "mail-rules", "private": true, "type": "module" }');
  npm(['install', '--no-audit', '--no-fund', '--prefer-offline', ...tarballs], folder);
  cpSync(demoFile('berths'), rules, { recursive: true });
}, 180_000);
afterAll(() => rmSync(folder, { recursive: true }));

describe('core and command line, installed from their packages somewhere else', () => {
  test('check a repository of rules, which passes', () => {
    expect(run('check', sieve)).toMatchObject({ status: 0 });
  });

  test('and fail it when a rule no longer gives what is expected', () => {
    const source = readFileSync(sieve, 'utf8');
    writeFileSync(sieve, source.replace('Wanted pier: [[pier]]', 'Quay: [[pier]]'));
    const { status, out } = run('check', sieve);
    writeFileSync(sieve, source);
    expect(status).toBe(1);
    expect(out).toContain('pier');
  });

  test('sift a message without a service', () => {
    const { out } = run('sift', sieve, join(rules, 'messages/001.eml'), '--json');
    expect(JSON.parse(out).fields).toMatchObject({ vessel: 'Kittiwake' });
  });

  test('the core is used as its page says', () => {
    const readme = readFileSync(join(folder, 'node_modules/@yellow-sieve/core/README.md'), 'utf8');
    const [, code = ''] = /```js\n([\s\S]*?)```/.exec(readme) ?? [];
    const script = join(folder, 'example.mjs');
    writeFileSync(
      script,
      code
        .replace("'berths.sieve.yaml'", JSON.stringify(sieve))
        .replace("'001.eml'", JSON.stringify(join(rules, 'messages/001.eml'))),
    );
    expect(execFileSync(process.execPath, [script], { cwd: folder, encoding: 'utf8' })).toContain('Kittiwake');
  });

  test('nothing of the tests or the sources comes along', () => {
    const listed = execFileSync('tar', ['tzf', join(folder, 'yellow-sieve-core-0.1.0.tgz')], { encoding: 'utf8' });
    expect(listed).not.toMatch(/\.test\.|\/src\/|fixture/);
    expect(listed).toContain('package/dist/index.d.ts');
  });
});
