import { runProgram, type Surroundings } from '@yellow-sieve/cli';

export interface Ran {
  exit: 0 | 1 | 2;
  out: string;
  err: string;
}

/** Runs the command line as its program does; what is left out is a script without standard input. */
export async function runCommand(argv: readonly string[], around: Partial<Surroundings> = {}): Promise<Ran> {
  const out: string[] = [];
  const err: string[] = [];
  const screen = (into: string[]) => ({
    write: (text: string | Uint8Array) =>
      void into.push(typeof text === 'string' ? text : Buffer.from(text).toString()),
    columns: undefined,
  });
  const exit = await runProgram(argv, {
    env: {},
    folder: '/',
    out: screen(out),
    err: screen(err),
    stdin: async () => Buffer.alloc(0),
    person: null,
    ...around,
  });
  return { exit, out: out.join(''), err: err.join('') };
}

/** How a command reaches a service. */
export const serviceEnv = ({ url, token }: { url: string; token: string }) => ({
  YELLOW_SIEVE_URL: url,
  YELLOW_SIEVE_TOKEN: token,
});
