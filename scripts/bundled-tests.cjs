// For Jest: what `bundle-tests.mjs` wrote is run as it stands, and a test that fails is shown where it is written.
const { existsSync, readFileSync } = require('node:fs');

module.exports = {
  process: (code, path) => ({ code, map: existsSync(`${path}.map`) ? readFileSync(`${path}.map`, 'utf8') : null }),
};
