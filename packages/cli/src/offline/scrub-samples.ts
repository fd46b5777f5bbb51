import {
  addNamesOf,
  addValues,
  type CompiledSieve,
  compileSieve,
  coverMessage,
  type Entered,
  type ExpectSource,
  emptyVocabulary,
  type HandleResult,
  headersNamed,
  type KeptAnswer,
  keepReckoned,
  keptWords,
  type Made,
  madeOf,
  mailboxOf,
  readMessage,
  Scrambler,
  type ScrubDifference,
  scrubDifferences,
  scrubExpected,
  scrubMessage,
  textScrubber,
  type Vocabulary,
} from '@yellow-sieve/core';
import { tryBytes } from './sift-file.js';
import { writeMessage } from './write-message.js';

/** A sample as it is, or as it was scrubbed. */
export interface SampleFile {
  name: string;
  /** Null where only what is expected of it is known. */
  raw: Uint8Array | null;
  expect: ExpectSource | null;
}

export interface ScrubbedSample extends SampleFile {
  /** Words that were replaced, as they were. */
  replaced: string[];
  /** What the sieve makes of it otherwise than before; none is as it should be. */
  differences: ScrubDifference[];
}

export interface ScrubOptions {
  /** What others are made from: with the same key, the same word becomes the same other word. */
  key: string;
  /** Words and addresses to leave as they are. */
  keep: readonly string[];
  answers: Record<string, KeptAnswer>;
}

/**
 * Replaces names, addresses and numbers in the samples of a sieve, the same in all of them, and holds what the sieve makes of
 * each against what it made before.
 */
export async function scrubSamples(
  source: string,
  samples: readonly SampleFile[],
  { key, keep, answers }: ScrubOptions,
): Promise<ScrubbedSample[]> {
  const sieve = compileSieve(source);
  const vocabulary = emptyVocabulary([...keep, ...keptWords(sieve)]);
  const before = new Map<SampleFile, Made>();
  for (const sample of samples) {
    addExpected(sample, sieve, vocabulary);
    if (sample.raw) before.set(sample, madeOf(await learn(sample.raw, sieve, vocabulary, answers)));
  }
  const scrub = textScrubber(new Scrambler(key), vocabulary);
  const done: ScrubbedSample[] = [];
  for (const sample of samples) {
    const { name, raw } = sample;
    const expect = sample.expect && scrubExpected(sample.expect, sieve, scrub);
    const was = before.get(sample);
    if (!raw || !was) {
      done.push({ name, raw: null, expect, replaced: [], differences: [] });
      continue;
    }
    const written = await writeMessage(await scrubMessage(raw, { scrub, headers: headersNamed(sieve) }));
    const is = madeOf(await sifted(written, sieve, answers));
    done.push({
      name,
      raw: written,
      expect,
      replaced: await replacedIn(raw, written),
      differences: compared(sieve, { made: was, expect: sample.expect }, { made: is, expect }),
    });
  }
  return done;
}

const sifted = (raw: Uint8Array, sieve: CompiledSieve, answers: Record<string, KeptAnswer>) =>
  tryBytes(raw, {
    mailbox: mailboxOf(sieve),
    answers,
    // What is looked up stands in no message, so that nothing of it is scrubbed.
    lookups: {},
    examples: {},
    model: { name: 'stand-in', ask: async () => ({ kind: 'not tried' }) },
  });

type Values = Entered['fields'];

function addExpected({ expect }: SampleFile, sieve: CompiledSieve, vocabulary: Vocabulary): void {
  const { rows = [], ...values } = expect ?? {};
  addValues(values as Values, sieve.fields, vocabulary);
  for (const row of rows as readonly Values[]) addValues(row, sieve.columns, vocabulary);
}

async function learn(
  raw: Uint8Array,
  sieve: CompiledSieve,
  vocabulary: Vocabulary,
  answers: Record<string, KeptAnswer>,
): Promise<HandleResult> {
  addNamesOf(await readMessage(raw), vocabulary);
  const result = await sifted(raw, sieve, answers);
  if (result.kind === 'wants' || !result.outcome) return result;
  keepReckoned(result.outcome, sieve, vocabulary);
  addValues(result.outcome.fields, sieve.fields, vocabulary);
  for (const row of result.outcome.rows) addValues(row, sieve.columns, vocabulary);
  return result;
}

interface Judged {
  made: Made;
  expect: ExpectSource | null;
}

/** What stands elsewhere, or is no longer as expected. */
function compared(sieve: CompiledSieve, before: Judged, after: Judged): ScrubDifference[] {
  const moved = scrubDifferences(before.made, after.made);
  const [was, is] = [before, after].map((one) => rightFields(sieve, one));
  const lost = [...(was ?? [])].filter((field) => !is?.has(field) && !moved.some(({ what }) => what === field));
  return [...moved, ...lost.map((what) => ({ what, before: 'as expected', after: 'not as expected' }))];
}

function rightFields(sieve: CompiledSieve, { made, expect }: Judged): Set<string> {
  const judged = compileSieve({ ...sieve.source, samples: [{ message: 'x', expect: expect ?? {} }] });
  const { cells } = coverMessage(made, {
    message: 'x',
    fields: Object.keys(sieve.fields),
    rows: sieve.source.rows !== undefined,
    expected: judged.samples[0]?.expected ?? null,
  });
  return new Set(Object.keys(cells).filter((field) => cells[field]?.right === true));
}

/** Words of the text that are others now; texts stay as long as they were, so they stand at the same place. */
async function replacedIn(before: Uint8Array, after: Uint8Array): Promise<string[]> {
  const [was, is] = await Promise.all([before, after].map(async (raw) => textOf(raw)));
  const words = [...(was ?? '').matchAll(/[^\s<>,;:"()]+/g)];
  const other = words.filter((match) => is?.slice(match.index, match.index + match[0].length) !== match[0]);
  return [...new Set(other.map((match) => match[0]))];
}

async function textOf(raw: Uint8Array): Promise<string> {
  const { html, plain, subject } = await readMessage(raw);
  return `${subject}\n${(html ?? plain)?.text ?? ''}`;
}
