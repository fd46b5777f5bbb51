import { randomBytes } from 'node:crypto';
import { dirname, join, resolve } from 'node:path';
import { compileSieve, type ExpectSource, withSamples } from '@yellow-sieve/core';
import { CallError } from '../call-error.js';
import type { Command, Input, Option, Output } from '../command.js';
import { loadAnswers, readBytes, readText, writeUnder } from '../offline/files.js';
import { type SampleFile, type ScrubbedSample, scrubSamples } from '../offline/scrub-samples.js';

export const scrubOptions: readonly Option[] = [
  { flags: '--key <key>', about: 'a secret of yours: with the same one, the same name becomes the same other name' },
  { flags: '--keep <words>', about: 'words and addresses to leave as they are, with commas between' },
];

export const scrub: Command = {
  args: '<file>',
  options: [{ flags: '--folder <folder>', about: 'where to write them' }, ...scrubOptions],
  examples: [
    'yellow-sieve scrub berth-request.sieve.yaml --folder shown',
    'yellow-sieve scrub berth-request.sieve.yaml --folder shown --keep "Gannet,Bay"',
  ],
  async run(input) {
    const [file = ''] = input.args;
    const { folder } = input.options;
    if (typeof folder !== 'string') throw new CallError('YS-CLI-FOLDER');
    const source = readText(file);
    const { samples, name } = compileSieve(source);
    const expected = new Map((compileSieve(source).source.samples ?? []).map((one) => [one.message, one.expect]));
    const files = samples.map(({ message }) => ({
      name: message,
      raw: readBytes(join(dirname(resolve(file)), message)),
      expect: (expected.get(message) ?? null) as ExpectSource | null,
    }));
    return writeScrubbed(input, { name, source, files, folder, answers: loadAnswers(file) });
  },
};

export interface ToScrub {
  name: string;
  source: string;
  files: readonly SampleFile[];
  folder: string;
  answers: ReturnType<typeof loadAnswers>;
}

/** Scrubs samples and writes them below a folder, with the sieve file that names them. */
export async function writeScrubbed(
  { options }: Input,
  { name, source, files, folder, answers }: ToScrub,
): Promise<Output> {
  const key = typeof options.key === 'string' ? options.key : randomBytes(16).toString('hex');
  const keep = typeof options.keep === 'string' ? options.keep.split(',').map((word) => word.trim()) : [];
  const done = await scrubSamples(source, [...files, ...unknown(source, files)], { key, keep, answers });
  writeUnder(
    folder,
    `${name}.sieve.yaml`,
    withSamples(
      source,
      done.map(({ name: message, expect }) => ({ message, expect })),
    ),
  );
  const written = done.filter((sample) => sample.raw !== null);
  for (const { name: sample, raw } of written) writeUnder(folder, sample, raw ?? '');
  return report(written);
}

/** Samples the file has expected values of, though their messages are not at hand. */
const unknown = (source: string, files: readonly SampleFile[]): SampleFile[] =>
  (compileSieve(source).source.samples ?? [])
    .filter(({ message, expect }) => expect && !files.some(({ name }) => name === message))
    .map(({ message, expect }) => ({ name: message, raw: null, expect: expect ?? null }));

const maxNamed = 8;

function report(done: readonly ScrubbedSample[]): Output {
  const bad = done.filter(({ differences }) => differences.length > 0);
  return {
    kind: 'table',
    columns: ['sample', 'replaced', 'the sieve'],
    rows: done.map(({ name, replaced, differences }) => [name, inShort(replaced), differenceText(differences)]),
    json: done.map(({ name, replaced, differences }) => ({ name, replaced, differences })),
    note:
      bad.length > 0
        ? `${bad.length} of ${done.length} samples are no longer what they were to the sieve. Leave the words its rules rest on with --keep.`
        : 'Read them before you show them to anybody: what is a name can be guessed only so far.',
    exit: bad.length > 0 ? 1 : 0,
  };
}

const inShort = (words: readonly string[]) =>
  `${words.slice(0, maxNamed).join(' ')}${words.length > maxNamed ? ` and ${words.length - maxNamed} more` : ''}`;

const differenceText = (differences: ScrubbedSample['differences']) =>
  differences.length === 0
    ? 'as before'
    : differences
        .map(({ what, before, after }) => `${what}: ${before ?? 'nothing'}, now ${after ?? 'nothing'}`)
        .join('; ');
