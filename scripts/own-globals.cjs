// For Jest: what a module asks of the globals it takes once, when it is loaded. Tests run in a context of their own, where every look
// at a global goes through Node's interceptors and takes some fifty times as long as it does in the service.
const swc = require('@swc/jest').createTransformer;

/** What never changes while tests run; clocks and timers do. */
const taken = [
  'Array',
  'BigInt',
  'Boolean',
  'Buffer',
  'Error',
  'Infinity',
  'Intl',
  'JSON',
  'Map',
  'Math',
  'NaN',
  'Number',
  'Object',
  'Promise',
  'Reflect',
  'RegExp',
  'Set',
  'String',
  'Symbol',
  'TextDecoder',
  'TextEncoder',
  'Uint8Array',
  'URL',
  'WeakMap',
  'WeakSet',
];

/** The line that takes them, or those of the names given. */
const taking = (names = taken) => `const { ${names.join(', ')} } = globalThis;`;

/** Whether a module has a thing of its own by this name. */
const isOwn = (source, name) =>
  new RegExp(`\\b(?:const|let|var|class|function\\*?|import)\\s+${name}\\b|[{,]\\s*(?:\\w+ as )?${name}\\s*[,}]`).test(
    source,
  );

const isAskedFor = (source, name) => new RegExp(`\\b${name}\\b`).test(source);

function withGlobals(code) {
  const names = taken.filter((name) => isAskedFor(code, name) && !isOwn(code, name));
  // On the first line, so that all others keep their numbers.
  return names.length === 0 ? code : `${taking(names)} ${code}`;
}

module.exports = {
  taking,
  createTransformer(options) {
    const compiler = swc(options);
    const finish = (result, { supportsStaticESM }) =>
      supportsStaticESM ? { ...result, code: withGlobals(result.code) } : result;
    return {
      ...compiler,
      process: (source, path, jest) => finish(compiler.process(source, path, jest), jest),
      processAsync: async (source, path, jest) => finish(await compiler.processAsync(source, path, jest), jest),
      getCacheKey: (...args) => `${compiler.getCacheKey(...args)}-globals-1`,
    };
  },
};
