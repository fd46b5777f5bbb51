import type { Command } from '../../command.js';
import { setUpFiles } from '../../offline/set-up-files.js';

export const files: Command = {
  args: '[folder]',
  examples: ['yellow-sieve files mail-rules'],
  async run({ args: [folder = '.'] }) {
    const found = setUpFiles(folder);
    return {
      kind: 'table',
      columns: ['kind', 'name', 'file'],
      rows: found.map(({ kind, name, file }) => [kind, name, file]),
      json: found,
    };
  },
};
