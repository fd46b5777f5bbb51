import type { Client } from '@yellow-sieve/client';

/** What a command gives back; the printer shows it. `exit` is 0 fine, 1 found trouble. */
export type Output =
  | {
      kind: 'table';
      columns: readonly string[];
      rows: readonly (readonly string[])[];
      json: unknown;
      note?: string;
      exit?: 0 | 1;
    }
  | { kind: 'text'; text: string; json: unknown; exit?: 0 | 1 }
  | { kind: 'bytes'; bytes: Uint8Array };

export interface Option {
  /** As commander writes it: `--state <state>`. */
  flags: string;
  about: string;
  choices?: readonly string[];
  default?: string;
}

export interface Input {
  args: readonly string[];
  options: Readonly<Record<string, string | boolean | undefined>>;
  json: boolean;
  /** The client of the service that is named by environment or file; throws when none is. */
  client: () => Client;
  stdin: () => Promise<Buffer>;
}

/** A command is data and a function that returns: it never prints and never exits. */
export interface Command {
  /** `records export` */
  words: string;
  about: string;
  /** As commander writes them: `<sieve> <messages...>`. */
  args?: string;
  options?: readonly Option[];
  /** Shown below the help: a few lines one can copy. */
  examples: readonly string[];
  run(input: Input): Promise<Output>;
}
