import type { OwnLine } from '../destinations/own-file/own-table.js';

/** A file that came attached. */
export interface AttachedFile {
  name: string;
  bytes: Uint8Array;
}

/** Somebody's own file, and lines for it. */
export interface OwnFileTask {
  bytes: Uint8Array;
  kind: 'xlsx' | 'csv';
  sheet: string | undefined;
  lines: readonly OwnLine[];
}

/** Work with files that takes its time, done where nobody else waits for it. `on` is the destination: each has its turn. */
export interface FileWork {
  /** The files that came attached to a stored message and are called so; `*` stands for anything. Pictures of its HTML are none. */
  attached(rawId: string, called: string, on: string): Promise<AttachedFile[]>;
  /** The file with the lines in it and what became of each, or why it cannot be written to. */
  putInto(
    task: OwnFileTask,
    on: string,
  ): Promise<{ bytes: Uint8Array; answers: ('added' | 'brought up to date')[] } | { unfit: string }>;
  /** What the row of the first line's key says, or why that cannot be told. */
  standsIn(
    task: OwnFileTask,
    on: string,
  ): Promise<{ cells: [name: string, text: string][] | null } | { unfit: string }>;
}
