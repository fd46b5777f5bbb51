import { beforeAll, describe, expect, test } from '@jest/globals';
import type { Command, ListedCommand } from './command.js';
import { commands } from './commands/index.js';
import { runProgram } from './program.js';

const loaded: (ListedCommand & { command: Command })[] = [];
beforeAll(async () => {
  // One after the other, as a person would call them.
  for (const listed of commands) loaded.push({ ...listed, command: await listed.load() });
});

/** Runs the command line with nothing around it: no service, no person. */
async function run(...argv: string[]) {
  const said = { out: '', err: '' };
  const screen = (name: 'out' | 'err') => ({
    write: (text: string | Uint8Array) => {
      said[name] += String(text);
    },
    columns: undefined,
  });
  const exit = await runProgram(argv, {
    env: {},
    folder: '/',
    out: screen('out'),
    err: screen('err'),
    stdin: async () => Buffer.alloc(0),
    person: null,
  });
  return { exit, ...said };
}

describe('the list of commands', () => {
  test('names each once, those of two words after the one they begin with', () => {
    const words = commands.map((one) => one.words);
    expect(new Set(words).size).toBe(words.length);
    for (const [i, name] of words.entries()) {
      const [first = '', second] = name.split(' ');
      if (second !== undefined && words.includes(first)) expect(words.indexOf(first)).toBeLessThan(i);
    }
  });

  test('says of each what it does in a sentence without an end, and gives examples that begin with its words', () => {
    const bare = loaded.filter(({ about, command }) => about.endsWith('.') || command.examples.length === 0);
    expect(bare.map(({ words }) => words)).toEqual([]);
    const others = loaded.flatMap(({ words, command }) =>
      command.examples.some((line) => line.includes(`yellow-sieve ${words}`)) ? [] : [words],
    );
    expect(others).toEqual([]);
  });

  test('loads what is asked for, and not the same for two', () => {
    expect(new Set(loaded.map(({ command }) => command)).size).toBe(loaded.length);
  });
});

describe('help', () => {
  test('of all names every family, and none of the options of one', async () => {
    const { out, exit } = await run('--help');
    expect(exit).toBe(0);
    for (const family of new Set(commands.map(({ words }) => words.split(' ')[0])))
      expect(out).toMatch(new RegExp(`^ {2}${family}\\b`, 'm'));
    expect(out).not.toContain('--remove-row');
  });

  test('of a family names its commands; of one its options and examples', async () => {
    const family = await run('records', '--help');
    expect(family.out).toMatch(/^ {2}enter .*$/m);
    const one = await run('records', 'enter', '--help');
    expect(one.out).toContain('--remove-row <numbers>');
    expect(one.out).toContain('yellow-sieve records enter');
    expect((await run('--json', 'records', 'enter', '--help')).out).toBe(one.out);
  });

  test('a word that is no command is told, with the nearest', async () => {
    const { exit, err } = await run('mesages');
    expect(exit).toBe(2);
    expect(err).toMatch(/unknown command 'mesages'/);
    expect(err).toContain('messages');
  });

  test('without a service a command that needs one says what to do', async () => {
    const { exit, err } = await run('messages');
    expect(exit).toBe(2);
    expect(err).toContain('YS-CLI-NO-SERVICE');
  });
});
