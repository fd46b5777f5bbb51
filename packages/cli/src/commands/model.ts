import { basename } from 'node:path';
import type { Price } from '@yellow-sieve/contract';
import { parseFile, YsError } from '@yellow-sieve/core';
import { CallError } from '../call-error.js';
import type { Command } from '../command.js';
import { readText } from '../offline/files.js';

const priceText = (price: Price | null) => (price === null ? '' : `${price.value.toFixed(4)} ${price.currency}`);

export const modelUse: Command = {
  options: [{ flags: '--days <days>', about: 'days up to today', default: '30' }],
  examples: ['yellow-sieve model', 'yellow-sieve model --days 1 --json'],
  async run({ options, client }) {
    const { items } = await client().model.use({ query: { days: String(options.days) } });
    return {
      kind: 'table',
      columns: ['day', 'sieve', 'rule', 'answers', 'tokens', 'seconds each', 'price'],
      rows: items.map(({ day, sieve, rule, asked, tokens, ms, price }) => [
        day,
        sieve,
        rule,
        String(asked),
        String(tokens),
        (ms / asked / 1000).toFixed(1),
        priceText(price),
      ]),
      json: { items },
    };
  },
};

export const connectionPut: Command = {
  args: '<files...>',
  examples: ['MODEL_KEY=… yellow-sieve connection put model.connection.yaml'],
  async run({ args, client }) {
    const done: string[] = [];
    for (const file of args) {
      const { data, problems } = parseFile(readText(file));
      if (problems.length > 0) throw new YsError(problems[0]?.code ?? 'YS-FILE-WRONG-VALUE', {}, problems);
      const { connection, ...entries } = withSecrets(data, file) as Record<string, unknown> & { kind: string };
      const name = typeof connection === 'string' ? connection : (basename(file).split('.')[0] ?? '');
      await client().connections.put({ params: { name }, body: entries });
      done.push(name);
    }
    return {
      kind: 'table',
      columns: ['file', 'connection'],
      rows: done.map((name, i) => [args[i] ?? '', name]),
      json: done,
    };
  },
};

/** `{ secret: NAME }` stands for what the environment has under that name. @throws CallError YS-CLI-SECRET where it has nothing. */
function withSecrets(data: unknown, file: string): unknown {
  if (Array.isArray(data)) return data.map((item) => withSecrets(item, file));
  if (typeof data !== 'object' || data === null) return data;
  const { secret: name, ...others } = data as { secret?: unknown };
  if (typeof name === 'string' && Object.keys(others).length === 0) {
    const value = process.env[name];
    if (!value) throw new CallError('YS-CLI-SECRET', { file, name });
    return value;
  }
  return Object.fromEntries(Object.entries(data).map(([key, value]) => [key, withSecrets(value, file)]));
}

export const connectionTest: Command = {
  args: '<name>',
  examples: ['yellow-sieve connection test model'],
  async run({ args: [name = ''], client }) {
    const { ok, detail } = await client().connections.test({ params: { name } });
    return {
      kind: 'text',
      text: ok ? `Works: ${detail}.` : `Does not work: ${detail}.`,
      json: { ok, detail },
      exit: ok ? 0 : 1,
    };
  },
};
