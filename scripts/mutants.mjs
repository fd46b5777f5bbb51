// node scripts/mutants.mjs [--count 100] [--seed 1] [--in rules,values,reading/segments] [--workers 2] [--show]: changes the
// core at one place after the other, each time in a copy, and says which changes no test notices. Places are drawn by the seed.
import { spawn } from 'node:child_process';
import { mkdirSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { parseArgs } from 'node:util';
import { build } from 'esbuild';
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

function nearestFirst(file) {
  const parts = file.split('/');
  const apart = (test) => parts.length - parts.findIndex((part, i) => part !== test.split('/')[i]);
  const rank = (test) => apart(test) + (slow.test(test) ? 100 : 0);
  return [...tests].sort((a, b) => rank(a) - rank(b));
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

const folder = join(root, 'node_modules/.cache/mutants');

/** Bundles the tests with the core as it would be, so that all of them run in one process; the files stay as they are. */
async function bundle(change, outfile) {
  const source = {
    name: 'the core as it would be',
    setup({ onLoad }) {
      onLoad({ filter: /\.(?:ts|mjs)$/ }, ({ path }) => {
        if (!path.startsWith(root) || path.includes('/node_modules/')) return null;
        const text = readFileSync(path, 'utf8');
        const isChanged = change !== null && path === join(root, change.file);
        const changed = isChanged ? text.slice(0, change.start) + change.by + text.slice(change.end) : text;
        const contents = changed.replaceAll('import.meta.url', JSON.stringify(pathToFileURL(path).href));
        return { contents, loader: path.endsWith('.ts') ? 'ts' : 'js' };
      });
    },
  };
  const entry = [
    "import { firstFailing } from '@jest/globals';",
    ...nearestFirst(change?.file ?? core).map((test) => `import './${test}';`),
    'const failing = await firstFailing();',
    'if (failing) console.log(failing);',
    'process.exit(failing ? 1 : 0);',
  ];
  await build({
    stdin: { contents: entry.join('\n'), resolveDir: root, loader: 'ts' },
    outfile,
    bundle: true,
    format: 'esm',
    platform: 'node',
    target: 'node20',
    packages: 'external',
    alias: {
      '@jest/globals': join(root, 'scripts/mutants-tests.mjs'),
      '@yellow-sieve/core': join(root, core, 'index.ts'),
    },
    logLevel: 'silent',
    plugins: [source],
  });
}

/** Whether all tests pass; one that hangs has noticed, too. */
function passes(file) {
  return new Promise((resolve) => {
    const child = spawn(process.execPath, ['--no-warnings', file], { stdio: options.show ? 'inherit' : 'ignore' });
    const timer = setTimeout(() => child.kill('SIGKILL'), 180_000);
    child.on('exit', (code) => {
      clearTimeout(timer);
      resolve(code === 0);
    });
  });
}

async function survives(change, worker) {
  const file = join(folder, `${worker}.mjs`);
  await bundle(change, file);
  return passes(file);
}

const files = options.in.split(',').flatMap((part) =>
  readdirSync(join(root, core, part), { recursive: true })
    .map((name) => join(core, part, name))
    .filter((name) => name.endsWith('.ts') && !/\.(test|fixture)\.ts$|\/trace\.ts$|index\.ts$/.test(name)),
);
mkdirSync(folder, { recursive: true });
// Without a change all tests must pass, or every change would seem to be noticed.
if (!(await survives(null, 0))) throw new Error('the tests do not pass as they are');

const sites = drawn(files.flatMap(sitesOf), Number(options.count), Number(options.seed));
const survivors = [];
let at = 0;
await Promise.all(
  Array.from({ length: Number(options.workers) }, async (_, worker) => {
    for (let site = sites[at++]; site; site = sites[at++]) {
      const alive = await survives(site, worker);
      if (alive) survivors.push(site);
      const change = `${JSON.stringify(site.was)} → ${JSON.stringify(site.by)}`;
      if (alive || options.show)
        console.log(`${alive ? 'not noticed' : 'noticed'}  ${site.file}:${site.line}  ${change}`);
    }
  }),
);
rmSync(folder, { recursive: true });
console.log(`${survivors.length} of ${sites.length} changes are noticed by no test (seed ${options.seed})`);
