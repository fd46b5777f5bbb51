// For Jest: sources import one another by the names they will have once they are built. All else is found as ever.
const { existsSync } = require('node:fs');
const { join } = require('node:path');

const built = /[/\\](?:node_modules|dist)(?:[/\\]|$)/;

module.exports = (name, options) => {
  if (/^\.{1,2}\/.*\.js$/.test(name) && !built.test(options.basedir)) {
    const source = join(options.basedir, `${name.slice(0, -3)}.ts`);
    if (existsSync(source)) return source;
  }
  return options.defaultResolver(name, options);
};
