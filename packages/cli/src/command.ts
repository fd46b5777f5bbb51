import type { Client } from '@yellow-sieve/client';

/** What a command gives back; the printer shows it. `exit` is 0 fine, 1 found trouble. */
export type Output =
  | {
      kind: 'table';
      columns: readonly string[];
      rows: readonly (readonly string[])[];
      json: unknown;
      note?: string;
      /** What is said where there are no rows. */
      none?: string;
      exit?: 0 | 1;
    }
  | { kind: 'text'; text: string; json: unknown; exit?: 0 | 1 }
  | { kind: 'bytes'; bytes: Uint8Array; json?: unknown };

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
  /** Asks a person yes or no; where nobody sits at a terminal it throws, and says what to give instead. */
  confirm: (question: string) => Promise<boolean>;
  /** Shows how far long work is, where somebody sits at a terminal. */
  progress: Progress;
  /** Shows something before the output, such as what a question is about. */
  tell: (text: string) => void;
}

/** A bar that fills; nothing where there is no terminal. */
export interface Progress {
  show(done: number, total: number | null, note: string): void;
  end(): void;
}

/** A command is data and a function that returns: it never prints and never exits. */
export interface Command {
  /** As commander writes them: `<sieve> <messages...>`. */
  args?: string;
  options?: readonly Option[];
  /** Shown below the help: a few lines one can copy. */
  examples: readonly string[];
  run(input: Input): Promise<Output>;
}

/** A command in the list of all. */
export interface ListedCommand {
  /** `records export` */
  words: string;
  about: string;
  load: () => Promise<Command>;
}
