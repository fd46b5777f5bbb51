import { cpSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { projectFolder } from './harness.js';

/** A kind of something that the project does not have: what stands in its folder, and its line in the registry. */
interface Dummy {
  registry: string;
  /** The last entry of its list. */
  last: string;
  name: string;
  file: string;
  code: string;
}

const dummies: Dummy[] = [
  {
    registry: 'core/dist/values/types/index.js',
    last: 'attachment',
    name: 'colour',
    file: 'colour.js',
    code: `
import { fitByReading, valueType } from '../value-type.js';
const read = (raw) =>
  /^#[0-9a-f]{6}$/i.test(raw.trim())
    ? { ok: true, value: { kind: 'colour', hex: raw.trim().toLowerCase() } }
    : { ok: false, code: 'YS-VALUE-CHOICE' };
export const colour = valueType({
  kind: 'colour', about: 'a colour of paint', options: {}, part: '#[0-9a-f]{6}', storage: { holds: 'text', longest: 7 },
  read, fit: fitByReading({ read }), toJson: ({ hex }) => hex, words: true, looks: [{ like: /^#[0-9a-f]{6}$/i, rank: 0 }],
});`,
  },
  {
    registry: 'core/dist/rules/index.js',
    last: 'derive',
    name: 'echo',
    file: 'echo/echo.js',
    code: `
import * as v from 'valibot';
import { findAt } from '../finding.js';
export const echo = {
  kind: 'echo', about: 'fills a field with the last word of the subject',
  entries: { fills: v.string() }, mentions: { fills: 'name' },
  compile: ({ fills }, { fields }) => ({
    fills: [fills],
    run(run) {
      const view = run.view('message.subject');
      const start = view.text.lastIndexOf(' ') + 1;
      const found = findAt(view, start, view.text.length, fills, fields[fills], run.context, run.rule);
      return { findings: [found], steps: 1, trace: { echoed: view.text.slice(start) } };
    },
  }),
};`,
  },
  {
    registry: 'service/dist/destinations/index.js',
    last: 'folder',
    name: 'shelf',
    file: 'shelf/shelf.js',
    code: `
import { appendFile } from 'node:fs/promises';
import { cellText } from '@yellow-sieve/core';
import * as v from 'valibot';
export const shelf = {
  kind: 'shelf', title: 'paint shelf', about: 'a line in a file', connection: null,
  entries: { file: v.pipe(v.string(), v.title('File of the shelf')) },
  render: ({ cells }) => ({ payload: Object.fromEntries(cells.map(({ name, value }) => [name, cellText(value)])) }),
  test: async () => ({ ok: true, detail: 'The shelf stands' }),
  async deliver(payload, _about, { definition }) {
    await appendFile(definition.file, JSON.stringify(payload) + '\\n');
    return { result: 'delivered', answer: 'on the shelf' };
  },
};`,
  },
  {
    registry: 'service/dist/intake/index.js',
    last: 'imap',
    name: 'bottle',
    file: 'bottle/bottle.js',
    code: `
import { feed } from '../feed.js';
export const bottle = {
  kind: 'bottle', title: 'bottle', about: 'messages in bottles',
  serve(context) {
    context.app.post('/bottles/:mailbox', ({ body, params }) => feed(context, 'bottle', params.mailbox, body));
  },
};`,
  },
];

/**
 * A copy of what is built, with one more kind of everything: each is one file in a folder of its own, and one entry of its
 * registry with the import that goes with it. Nothing else is changed.
 */
export function houseWithDummies(): { folder: string; service: string; commandLine: string } {
  const folder = mkdtempSync(join(tmpdir(), 'yellow-sieve-house-'));
  const own = ['core', 'contract', 'client', 'service', 'cli'];
  for (const name of own) {
    const from = join(projectFolder, 'packages', name);
    for (const part of readdirSync(from).filter((one) => one !== 'src' && one !== 'node_modules'))
      cpSync(join(from, part), join(folder, 'packages', name, part), { recursive: true });
  }
  symlinkSync(join(projectFolder, 'packages/console'), join(folder, 'packages/console'));
  const modules = join(projectFolder, 'node_modules');
  mkdirSync(join(folder, 'node_modules/@yellow-sieve'), { recursive: true });
  for (const name of readdirSync(modules).filter((one) => one !== '@yellow-sieve'))
    symlinkSync(join(modules, name), join(folder, 'node_modules', name));
  for (const name of own) symlinkSync(join(folder, 'packages', name), join(folder, 'node_modules/@yellow-sieve', name));
  for (const dummy of dummies) addDummy(join(folder, 'packages'), dummy);
  return {
    folder,
    service: join(folder, 'packages/service/dist/main.js'),
    commandLine: join(folder, 'packages/cli/dist/main.js'),
  };
}

function addDummy(packages: string, { registry, last, name, file, code }: Dummy): void {
  const path = join(packages, registry);
  const known = readFileSync(path, 'utf8');
  const listed = known.replace(new RegExp(`\\b${last}\\b,?(?=\\s*\\}\\))`), `${last}, ${name}`);
  if (listed === known) throw new Error(`“${last}” is not the last of ${registry}`);
  writeFileSync(path, `import { ${name} } from './${file}';\n${listed}`);
  const own = join(path, '..', file);
  mkdirSync(join(own, '..'), { recursive: true });
  writeFileSync(own, code);
}
