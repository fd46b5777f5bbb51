// Copied beside each bundle: runs its files with what V8 compiled of them at an earlier run, so that a process is up in half the time.
// Node itself offers that for CommonJS and ES modules only from version 22 on. A script that comes from such a cache cannot import
// anything later on; `bundle.mjs` sees to it that none has to.
const { createHash } = require('node:crypto');
const { mkdirSync, readFileSync, renameSync, writeFileSync } = require('node:fs');
const { createRequire } = require('node:module');
const { dirname, join, resolve } = require('node:path');
const { threadId } = require('node:worker_threads');
const { Script } = require('node:vm');

/** When a process that goes on for long has run most of what it will ever run. */
const warmMs = 8000;

// V8 takes a cache only from its own version under the same flags.
const madeBy = [process.version, process.arch, process.execArgv, process.env.NODE_OPTIONS];
const cacheFolder = join(
  __dirname,
  'compiled',
  createHash('sha256').update(JSON.stringify(madeBy)).digest('hex').slice(0, 16),
);
const cacheOf = (file) => join(cacheFolder, `${file.slice(__dirname.length + 1)}.bin`);

/** Scripts whose compiled form is not kept yet. */
const unkept = new Map();
const modules = new Map();

function compile(file) {
  const source = readFileSync(file, 'utf8');
  let cachedData;
  try {
    cachedData = readFileSync(cacheOf(file));
  } catch {
    // Not kept yet.
  }
  const script = new Script(`(function (exports, require, module, __filename, __dirname) { ${source}\n})`, {
    filename: file,
    cachedData,
  });
  if (!cachedData || script.cachedDataRejected) unkept.set(file, script);
  return script.runInThisContext();
}

function load(file) {
  const known = modules.get(file);
  if (known) return known.exports;
  const made = { exports: {} };
  modules.set(file, made);
  const requireOther = createRequire(file);
  const requireHere = (name) =>
    name.startsWith('./') && name.endsWith('.cjs') ? load(resolve(dirname(file), name)) : requireOther(name);
  compile(file)(made.exports, Object.assign(requireHere, requireOther), made, file, dirname(file));
  return made.exports;
}

/** Keeps what was compiled, functions that were called since among it. Where nothing can be written, the next run starts as this one did. */
function keep() {
  try {
    if (unkept.size > 0) mkdirSync(cacheFolder, { recursive: true });
    for (const [file, script] of unkept) {
      const written = `${cacheOf(file)}.${process.pid}.${threadId}`;
      writeFileSync(written, script.createCachedData());
      renameSync(written, cacheOf(file));
    }
  } catch {
    // The folder of an installed package may be nobody's to write to.
  }
  unkept.clear();
}

/** Runs a file of the bundle, and gives what it exports. */
exports.runBundle = (name) => {
  setTimeout(keep, warmMs).unref();
  process.once('exit', keep);
  return load(join(__dirname, name));
};
