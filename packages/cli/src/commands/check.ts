import { dirname, join, resolve } from 'node:path';
import {
  accuracyOf,
  addEffect,
  type CompiledSieve,
  compileSieve,
  coverMessage,
  type Expected,
  effectOn,
  emptySummary,
  fallsShort,
  type KeptAnswer,
  type Made,
  type MessageEffect,
  madeOf,
  mailboxOf,
} from '@yellow-sieve/core';
import type { Command, Input, Output } from '../command.js';
import { modelAt } from '../offline/ask-model.js';
import { loadAnswers, loadExamples, loadLookups, readBytes, readText } from '../offline/files.js';
import { tryBytes } from '../offline/sift-file.js';
import { coverageText } from '../show/coverage-text.js';
import { effectText } from '../show/effect-text.js';

/** A message to hold a sieve against: where its bytes are, and what is expected of it. */
interface Held {
  message: string;
  file: string;
  expected: Expected | null;
}

export const check: Command = {
  args: '<file> [messages...]',
  options: [
    { flags: '--against <file>', about: 'another state of the sieve: show what differs from it, message by message' },
    { flags: '--model <url>', about: 'ask the model server at this address what no kept answer knows' },
    { flags: '--model-name <name>', about: 'name of the model, part of every question', default: 'stand-in' },
  ],
  examples: [
    'yellow-sieve check berth-request.sieve.yaml',
    'yellow-sieve check berth-request.sieve.yaml inbox/*.eml',
    'yellow-sieve check berth-request.sieve.yaml --against published.sieve.yaml',
  ],
  async run(input) {
    const [file = '', ...more] = input.args;
    const sieve = compileSieve(readText(file));
    const old = typeof input.options.against === 'string' ? compileSieve(readText(input.options.against)) : null;
    const folder = dirname(resolve(file));
    const held: Held[] = [
      ...sieve.samples.map(({ message, expected }) => ({ message, file: join(folder, message), expected })),
      ...more.map((message) => ({ message, file: message, expected: null })),
    ];
    const make = maker(input, file);
    const messages = [];
    const effects: MessageEffect[] = [];
    for (const { message, file: path, expected } of held) {
      const raw = readBytes(path);
      const made = await make(raw, sieve);
      const before = old && (await make(raw, old));
      const fields = Object.keys(sieve.fields);
      messages.push(coverMessage(made, { message, fields, rows: sieve.source.rows !== undefined, expected, before }));
      if (before) effects.push(effectOn(message, before, made, expected));
    }
    return report(sieve, messages, old === null ? null : effects);
  },
};

type Make = (raw: Uint8Array, sieve: CompiledSieve) => Promise<Made>;

function maker({ options }: Input, file: string): Make {
  const ask = typeof options.model === 'string' ? modelAt(options.model) : null;
  const model = { name: String(options.modelName), ask };
  const answers: Record<string, KeptAnswer> = loadAnswers(file);
  return async (raw, sieve) => {
    const lookups = loadLookups(file, sieve);
    const examples = await loadExamples(file, [sieve]);
    return madeOf(await tryBytes(raw, { mailbox: mailboxOf(sieve), answers, lookups, examples, model }));
  };
}

function report(
  { title, rules }: CompiledSieve,
  messages: Parameters<typeof accuracyOf>[0],
  effects: MessageEffect[] | null,
): Output {
  const accuracy = accuracyOf(messages);
  const notes = rules.flatMap(({ name: rule, notes = [] }) => notes.map((note) => ({ rule, note })));
  const summary = effects?.reduce(addEffect, emptySummary()) ?? null;
  const text = [
    coverageText(title, messages, accuracy),
    ...(effects && summary ? [effectText(summary, effects)] : []),
    ...(notes.length > 0 ? [notes.map(({ rule, note }) => `Rule “${rule}”: ${note}.`).join('\n')] : []),
  ].join('\n\n');
  return {
    kind: 'text',
    text,
    json: { accuracy, messages, notes, ...(effects ? { effect: { summary, messages: effects } } : {}) },
    exit: fallsShort(messages) ? 1 : 0,
  };
}
