import { writeFileSync } from 'node:fs';
import { checkParts, takeParts, YsError } from '@yellow-sieve/core';
import type { Command } from '../../command.js';
import { readText } from '../../offline/files.js';

export const sieveParts: Command = {
  words: 'sieve parts',
  about: 'Hold a file of parts of patterns against their examples; with sieve files, copy the parts into these',
  args: '<parts> [sieves...]',
  examples: [
    'yellow-sieve sieve parts harbour.parts.yaml',
    'yellow-sieve sieve parts harbour.parts.yaml sieves/*.sieve.yaml',
  ],
  async run({ args: [file = '', ...sieves] }) {
    const parts = readText(file);
    const read = checkParts(parts);
    if (!read.ok) throw new YsError(read.problems[0]?.code ?? 'YS-FILE-WRONG-VALUE', {}, read.problems);
    const changed = sieves.filter((sieve) => {
      const before = readText(sieve);
      const taken = takeParts(before, parts);
      if (!taken.ok) throw new YsError(taken.problems[0]?.code ?? 'YS-FILE-WRONG-VALUE', {}, taken.problems);
      if (taken.source !== before) writeFileSync(sieve, taken.source);
      return taken.source !== before;
    });
    const text = [
      `${read.names.join(', ')}: all examples hold.`,
      ...sieves.map((sieve) => `${sieve}: ${changed.includes(sieve) ? 'changed' : 'as it was'}`),
    ].join('\n');
    return { kind: 'text', text, json: { parts: read.names, changed } };
  },
};
