// node scripts/mutants.mjs [--count 100] [--seed 1] [--in rules,values,reading/segments] [--workers 2] [--show]: changes the
// core at one place after the other, each time in a copy, and says which changes no test notices. Places are drawn by the seed.
import { spawn } from 'node:child_process';
import { cpSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import ts from 'typescript';

const root = fileURLToPath(new URL('..', import.meta.url));
const core = 'packages/core/src';
const { values: options } = parseArgs({
  options: {
    count: { type: 'string', default: '100' },
    seed: { type: 'string', default: '1' },
    in: { type: 'string', default: 'rules,values,reading/segments' },
    workers: { type: 'string', default: '2' },
    show: { type: 'boolean', default: false },
  },
});

/** The tests nearest to a change are asked first: they notice most. The corpora and properties are asked about the rest. */
const slow = /(?:corpus|property|hostile)\.test\.ts$/;
const tests = readdirSync(join(root, core), { recursive: true })
  .map((name) => join(core, name))
  .filter((name) => name.endsWith('.test.ts'));

function stagesFor(file) {
  const shared = (test) => {
    const [a, b] = [file.split('/'), test.split('/')];
    return a.findIndex((part, i) => part !== b[i]);
  };
  const quick = tests.filter((test) => !slow.test(test)).sort((a, b) => shared(b) - shared(a));
  const near = quick.filter(
    (test) => shared(test) >= shared(quick[0] ?? '') || shared(test) >= file.split('/').length - 2,
  );
  const first = near.slice(0, 8);
  return [first, quick.filter((test) => !first.includes(test)), tests.filter((test) => slow.test(test))];
}

const swapped = new Map(
  Object.entries({ '&&': '||', '||': '&&', '<': '<=', '<=': '<', '>': '>=', '>=': '>', '===': '!==', '!==': '===' }),
);

/** What can be changed at a node: the text that stands there instead. */
function changesAt(node, text) {
  const of = (from, to, by) => ({ start: from, end: to, by });
  if (ts.isNumericLiteral(node)) {
    const number = Number(node.text);
    return [
      of(node.getStart(), node.end, number === 0 ? '1' : String(number > 1 ? number * 2 : number / 2)),
      ...(number === 0 ? [] : [of(node.getStart(), node.end, '0')]),
    ];
  }
  if (ts.isBinaryExpression(node)) {
    const { operatorToken: sign } = node;
    const by = swapped.get(sign.getText());
    return by ? [of(sign.getStart(), sign.end, by)] : [];
  }
  if (ts.isPrefixUnaryExpression(node) && node.operator === ts.SyntaxKind.ExclamationToken)
    return [of(node.getStart(), node.operand.getStart(), '')];
  if (node.kind === ts.SyntaxKind.TrueKeyword) return [of(node.getStart(), node.end, 'false')];
  if (node.kind === ts.SyntaxKind.FalseKeyword) return [of(node.getStart(), node.end, 'true')];
  if (ts.isConditionalExpression(node)) {
    const [yes, no] = [node.whenTrue, node.whenFalse].map((part) => text.slice(part.getStart(), part.end));
    return [of(node.whenTrue.getStart(), node.whenFalse.end, `${no} : ${yes}`)];
  }
  if (
    ts.isIfStatement(node) &&
    !node.elseStatement &&
    /^(?:return|continue|break)\b/.test(node.thenStatement.getText())
  )
    return [of(node.getStart(), node.end, ';')];
  if (
    ts.isCallExpression(node) &&
    ts.isPropertyAccessExpression(node.expression) &&
    /^(?:filter|sort)$/.test(node.expression.name.text)
  )
    return [of(node.expression.expression.end, node.end, '')];
  return [];
}

function sitesOf(file) {
  const text = readFileSync(join(root, file), 'utf8');
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
  const sites = [];
  const visit = (node) => {
    // Types and imports do nothing when they are run.
    if (ts.isTypeNode(node) || ts.isImportDeclaration(node) || ts.isInterfaceDeclaration(node)) return;
    for (const change of changesAt(node, text)) {
      const line = source.getLineAndCharacterOfPosition(change.start).line + 1;
      sites.push({ file, line, was: text.slice(change.start, change.end), ...change });
    }
    ts.forEachChild(node, visit);
  };
  visit(source);
  return sites;
}

/** Draws as many as are wanted, the same for the same seed (mulberry32). */
function drawn(all, count, seed) {
  let state = seed >>> 0;
  const random = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
  const left = [...all];
  const taken = [];
  while (taken.length < count && left.length > 0) taken.push(left.splice(Math.floor(random() * left.length), 1)[0]);
  return taken;
}

/** A copy of the project to change, with the packages that are installed. */
function copy() {
  const folder = mkdtempSync(join(tmpdir(), 'yellow-sieve-mutants-'));
  for (const name of [
    'corpus',
    'demo',
    'docs',
    'jest.config.js',
    'package.json',
    'packages/core',
    'packages/end-to-end/tests',
  ])
    cpSync(join(root, name), join(folder, name), { recursive: true, filter: (file) => !/\/dist(\/|$)/.test(file) });
  mkdirSync(join(folder, 'node_modules/@yellow-sieve'), { recursive: true });
  for (const name of readdirSync(join(root, 'node_modules')).filter((one) => one !== '@yellow-sieve'))
    symlinkSync(join(root, 'node_modules', name), join(folder, 'node_modules', name));
  symlinkSync(join(folder, 'packages/core'), join(folder, 'node_modules/@yellow-sieve/core'));
  return folder;
}

/** Whether the tests of a stage pass in a copy. A test that hangs has noticed, too. */
function passes(folder, stage) {
  return new Promise((resolve) => {
    const child = spawn(
      'npx',
      [
        '--no-install',
        'jest',
        '--selectProjects',
        'unit',
        '--bail',
        '--silent',
        '--runInBand',
        '--runTestsByPath',
        ...stage,
      ],
      {
        cwd: folder,
        env: { ...process.env, NODE_OPTIONS: '--experimental-vm-modules --no-warnings' },
        stdio: 'ignore',
        detached: true,
      },
    );
    const timer = setTimeout(() => process.kill(-child.pid, 'SIGKILL'), 240_000);
    child.on('exit', (code) => {
      clearTimeout(timer);
      resolve(code === 0);
    });
  });
}

async function survives(folder, { file, start, end, by }) {
  const path = join(folder, file);
  const text = readFileSync(path, 'utf8');
  writeFileSync(path, text.slice(0, start) + by + text.slice(end));
  try {
    for (const stage of stagesFor(file)) if (!(await passes(folder, stage))) return false;
    return true;
  } finally {
    writeFileSync(path, text);
  }
}

const files = options.in.split(',').flatMap((part) =>
  readdirSync(join(root, core, part), { recursive: true })
    .map((name) => join(core, part, name))
    .filter((name) => name.endsWith('.ts') && !/\.(test|fixture)\.ts$|\/trace\.ts$|index\.ts$/.test(name)),
);
/** Without a change all tests must pass, or every change would seem to be noticed. */
async function checkedCopy() {
  const folder = copy();
  if (!(await passes(folder, tests))) throw new Error(`the tests do not pass as they are: see ${folder}`);
  return folder;
}

const sites = drawn(files.flatMap(sitesOf), Number(options.count), Number(options.seed));
const survivors = [];
let at = 0;
await Promise.all(
  Array.from({ length: Number(options.workers) }, async () => {
    const folder = await checkedCopy();
    for (let site = sites[at++]; site; site = sites[at++]) {
      const alive = await survives(folder, site);
      if (alive) survivors.push(site);
      if (alive || options.show)
        console.log(
          `${alive ? 'not noticed' : 'noticed    '} ${site.file}:${site.line}  ${JSON.stringify(site.was)} → ${JSON.stringify(site.by)}`,
        );
    }
    rmSync(folder, { recursive: true });
  }),
);
console.log(`${survivors.length} of ${sites.length} changes are noticed by no test (seed ${options.seed})`);
