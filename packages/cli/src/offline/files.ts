import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import {
  type CompiledMailbox,
  type CompiledSieve,
  compileMailbox,
  compileSieve,
  digestOf,
  type Examples,
  type KeptAnswer,
  type Labelled,
  type LookupTable,
  mailboxOf,
  parseMailbox,
  type Reading,
  readMessage,
  seenOf,
  tableFromLines,
  YsError,
} from '@yellow-sieve/core';
import Papa from 'papaparse';
import { CallError } from '../call-error.js';

/** Reads a file as text, or says in a sentence that it cannot. */
export function readText(file: string): string {
  return readBytes(file).toString('utf8');
}

export function readBytes(file: string): Buffer {
  try {
    return readFileSync(file);
  } catch (cause) {
    throw Object.assign(new CallError('YS-FILE-NOT-FOUND', { file }), { cause });
  }
}

/** Writes a file below a folder, and returns its path. The name must have no `..` in it, as names of samples have none. */
export function writeUnder(folder: string, name: string, content: string | Uint8Array): string {
  const path = join(folder, name);
  mkdirSync(dirname(path), { recursive: true });
  writeFileSync(path, content);
  return path;
}

/** A mailbox from a sieve file or a mailbox file with its sieves beside it. */
export function loadMailbox(file: string): CompiledMailbox {
  const text = readText(file);
  if (!/\.mailbox\.(ya?ml|json)$/.test(file)) return mailboxOf(compileSieve(text));
  const folder = dirname(resolve(file));
  const { sieves, problems } = parseMailbox(text);
  if (problems.length > 0) throw new YsError(problems[0]?.code ?? 'YS-FILE-WRONG-VALUE', {}, problems);
  return compileMailbox(
    text,
    new Map(sieves.map((name): [string, CompiledSieve] => [name, compileSieve(readText(sieveFile(folder, name)))])),
  );
}

function sieveFile(folder: string, name: string): string {
  const candidates = ['yaml', 'yml', 'json'].map((ending) => join(folder, `${name}.sieve.${ending}`));
  return candidates.find(existsSync) ?? join(folder, `${name}.sieve.yaml`);
}

/** The tables that a mailbox looks in, from `lookups/NAME.csv` beside the file; one that is not there is missing. */
export function loadLookups(file: string, { lookups }: Pick<CompiledMailbox, 'lookups'>): Record<string, LookupTable> {
  const folder = join(dirname(resolve(file)), 'lookups');
  const names = lookups.filter((name) => existsSync(join(folder, `${name}.csv`)));
  return Object.fromEntries(
    names.map((name): [string, LookupTable] => {
      const text = readText(join(folder, `${name}.csv`));
      const { data } = Papa.parse<string[]>(text, { skipEmptyLines: 'greedy' });
      return [name, { name, revision: digestOf(text), ...tableFromLines(data) }];
    }),
  );
}

/** The messages that worked examples of some sieves name, beside the file. */
export async function loadExamples(file: string, sieves: readonly CompiledSieve[]): Promise<Examples> {
  const folder = dirname(resolve(file));
  const found: Record<string, Record<string, Reading>> = {};
  for (const { name: sieve, examples } of sieves) {
    const of: Record<string, Reading> = {};
    for (const message of examples) of[message] = await readMessage(readBytes(resolve(folder, message)));
    found[sieve] = of;
  }
  return found;
}

/** What people said messages are: one `{"message": file, "category": name or null}` a line in `labels.jsonl` beside a mailbox. */
export async function loadLabels(file: string): Promise<{ message: string; label: Labelled }[]> {
  const folder = dirname(resolve(file));
  const path = join(folder, 'labels.jsonl');
  if (!existsSync(path)) return [];
  const lines = readText(path).split('\n');
  const found: { message: string; label: Labelled }[] = [];
  for (const [i, line] of lines.entries()) {
    if (line.trim() === '') continue;
    const { message, category } = labelIn(line, `${path}:${i + 1}`);
    found.push({ message, label: { category, seen: seenOf(await readMessage(readBytes(resolve(folder, message)))) } });
  }
  return found;
}

/** The messages that a `labels.jsonl` names, each with what a service knows it by. */
export async function labelledFiles(
  path: string,
): Promise<{ message: string; category: string | null; id: string; digest: string }[]> {
  const found = [];
  for (const [i, line] of readText(path).split('\n').entries()) {
    if (line.trim() === '') continue;
    const { message, category } = labelIn(line, `${path}:${i + 1}`);
    const bytes = readBytes(resolve(dirname(resolve(path)), message));
    const digest = createHash('sha256').update(bytes).digest('hex');
    found.push({ message, category, id: ((await readMessage(bytes)).id ?? '').slice(0, 500), digest });
  }
  return found;
}

function labelIn(line: string, where: string): { message: string; category: string | null } {
  try {
    const { message, category } = JSON.parse(line) as { message?: unknown; category?: unknown };
    if (typeof message === 'string' && (category === null || typeof category === 'string'))
      return { message, category };
  } catch {
    // Said below: what is no JSON is no label either.
  }
  throw new YsError('YS-LABEL-LINE', { where });
}

/** Kept answers beside a sieve: one `{"digest", "content"}` a line in `answers.jsonl`. */
export function loadAnswers(file: string): Record<string, KeptAnswer> {
  const path = join(dirname(resolve(file)), 'answers.jsonl');
  if (!existsSync(path)) return {};
  const lines = readText(path)
    .split('\n')
    .filter((line) => line.trim() !== '');
  return Object.fromEntries(
    lines.map((line): [string, KeptAnswer] => {
      const {
        digest,
        content,
        complete = true,
      } = JSON.parse(line) as { digest: string; content: string; complete?: boolean };
      return [digest, { kind: 'answered', content, complete }];
    }),
  );
}
