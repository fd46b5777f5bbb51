import { basename } from 'node:path';
import { learnSorter, type PublicOutcome, publicOutcome } from '@yellow-sieve/core';
import { reasonText } from '@yellow-sieve/core/shapes';
import type { Command } from '../command.js';
import { modelAt } from '../offline/ask-model.js';
import { loadAnswers, loadExamples, loadLabels, loadLookups, loadMailbox, readBytes } from '../offline/files.js';
import { siftBytes } from '../offline/sift-file.js';
import { shown } from '../show/value-text.js';

export const sift: Command = {
  args: '<file> <messages...>',
  options: [
    { flags: '--model <url>', about: 'ask the model server at this address what no kept answer knows' },
    { flags: '--model-name <name>', about: 'name of the model, part of every question', default: 'stand-in' },
  ],
  examples: [
    'yellow-sieve sift berth-request.sieve.yaml inbox/*.eml',
    'yellow-sieve sift berths.mailbox.yaml inbox/*.eml --json',
    'yellow-sieve sift berths.mailbox.yaml one.eml --model http://127.0.0.1:7411/v1',
  ],
  async run({ args: [file = '', ...messages], options }) {
    const mailbox = loadMailbox(file);
    const ask = typeof options.model === 'string' ? modelAt(options.model) : null;
    const model = { name: String(options.modelName), ask };
    const answers = loadAnswers(file);
    const lookups = loadLookups(file, mailbox);
    const examples = await loadExamples(file, mailbox.sieves);
    const labels = mailbox.sorter ? (await loadLabels(file)).map(({ label }) => label) : [];
    const learned = learnSorter(labels, mailbox.source.sorter?.categories ?? []);
    const siftOptions = { mailbox, answers, lookups, examples, model, learned };
    const outcomes = [];
    for (const message of messages)
      outcomes.push(publicOutcome(message, await siftBytes(readBytes(message), siftOptions)));
    const fields = [...new Set(outcomes.flatMap((outcome) => Object.keys(outcome.fields)))];
    return {
      kind: 'table',
      columns: ['message', 'verdict', ...(mailbox.sorter ? ['category'] : []), ...fields],
      rows: outcomes.map((outcome) => [
        basename(outcome.message),
        outcome.verdict,
        ...(mailbox.sorter ? [outcome.category ?? 'unsorted'] : []),
        ...fields.map((field) => shown(outcome.fields[field])),
      ]),
      ...whyNote(outcomes),
      json: outcomes,
      exit: outcomes.every(({ verdict }) => verdict === 'sound' || verdict === 'skipped') ? 0 : 1,
    };
  },
};

/** Reasons are sentences: they stand below the table, where there is room for them. */
function whyNote(outcomes: readonly PublicOutcome[]): { note?: string } {
  const lines = outcomes.flatMap(({ message, reasons }) =>
    reasons.map(({ text }) => `${basename(message)}: ${reasonText(text)}`),
  );
  return lines.length > 0 ? { note: lines.join('\n') } : {};
}
