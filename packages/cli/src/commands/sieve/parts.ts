import { writeFileSync } from 'node:fs';
import { checkParts, takeParts, YsError } from '@yellow-sieve/core';
import type { Command } from '../../command.js';
import { readText } from '../../offline/files.js';

export const sieveParts: Command = {
  args: '<parts> [sieves...]',
  examples: [
    'yellow-sieve sieve parts harbour.parts.yaml',
    'yellow-sieve sieve parts harbour.parts.yaml sieves/*.sieve.yaml',
  ],
  async run({ args: [file = '', ...sieves] }) {
    const parts = readText(file);
    const read = checkParts(parts);
    if (!read.ok) throw new YsError(read.problems[0]?.code ?? 'YS-FILE-WRONG-VALUE', {}, read.problems);
    const taken = sieves.map((sieve) => {
      const before = readText(sieve);
      const made = takeParts(before, parts);
      if (!made.ok) throw new YsError(made.problems[0]?.code ?? 'YS-FILE-WRONG-VALUE', {}, made.problems);
      return { sieve, source: made.source, isNew: made.source !== before };
    });
    // Nothing is written unless all can be.
    const changed = taken.filter(({ isNew }) => isNew).map(({ sieve }) => sieve);
    for (const { sieve, source, isNew } of taken) if (isNew) writeFileSync(sieve, source);
    const text = [
      `${read.names.join(', ')}: all examples hold.`,
      ...sieves.map((sieve) => `${sieve}: ${changed.includes(sieve) ? 'changed' : 'as it was'}`),
    ].join('\n');
    return { kind: 'text', text, json: { parts: read.names, changed } };
  },
};
