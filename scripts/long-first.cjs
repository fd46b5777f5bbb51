// The order in which tests are begun. Jest knows how long each took from its last run here; on a fresh machine it goes by the size of
// the files, and what takes long with few lines would be begun last, with nothing left to run beside it.
const Sequencer = require('@jest/test-sequencer').default;

/** Files that take longest, the longest first. */
const long = [
  'folder-kills',
  'console-desk',
  'console',
  'workbench',
  'workbench-rules',
  'siege',
  'console-many',
  'jobs',
  'crash',
  'core-1',
  'core-2',
  'core-3',
  'core-4',
  'review',
  'desk',
  'limits',
  'kept-corpus',
  'workbench-cards',
  'workbench-from-nothing',
  'console-looks',
  'faults',
];

const rank = ({ path }) => {
  const at = long.findIndex((name) => path.endsWith(`/${name}.test.`));
  return at < 0 ? long.length : at;
};

module.exports = class LongFirst extends Sequencer {
  sort(tests) {
    const known = [...tests].every(({ duration }) => duration !== undefined);
    const usual = super.sort(tests);
    return known ? usual : [...usual].sort((a, b) => rank(a) - rank(b));
  }
};
