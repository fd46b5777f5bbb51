import { existsSync, readdirSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import { CallError } from '../call-error.js';

/** Kinds of files a service is set up by, in the order they are put: what others name comes first. */
const fileKinds = ['destination', 'lookup', 'sieve', 'mailbox', 'export'] as const;
export type FileKind = (typeof fileKinds)[number];

export interface SetUpFile {
  kind: FileKind;
  name: string;
  file: string;
}

/** How deep below a folder files are looked for: `destinations/` and the like. */
const deepest = 3;

/** The set-up files in a folder and below it, in the order they are to be put. */
export function setUpFiles(folder: string): SetUpFile[] {
  if (!existsSync(folder)) throw new CallError('YS-FILE-NOT-FOUND', { file: folder });
  const files = below(folder, deepest).flatMap((file): SetUpFile[] => {
    const [, table] = /^([a-z0-9][a-z0-9-]*)\.csv$/.exec(basename(file)) ?? [];
    if (table && basename(dirname(file)) === 'lookups') return [{ kind: 'lookup', name: table, file }];
    const [, name = '', kind] =
      /^([a-z0-9][a-z0-9-]*)\.(sieve|mailbox|destination|export)\.(?:ya?ml|json)$/.exec(basename(file)) ?? [];
    return kind ? [{ kind: kind as FileKind, name, file }] : [];
  });
  if (files.length === 0) throw new CallError('YS-CLI-NO-FILES', { folder });
  return fileKinds.flatMap((kind) => files.filter((one) => one.kind === kind));
}

function below(folder: string, depth: number): string[] {
  const entries = readdirSync(folder, { withFileTypes: true }).sort((a, b) => (a.name < b.name ? -1 : 1));
  return entries.flatMap((entry) => {
    if (entry.name === 'node_modules' || entry.name.startsWith('.')) return [];
    const path = join(folder, entry.name);
    return entry.isDirectory() ? (depth > 0 ? below(path, depth - 1) : []) : [path];
  });
}
