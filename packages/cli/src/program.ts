import { YsError } from '@yellow-sieve/core/errors';
import { Command as Commander, CommanderError, Option as CommanderOption } from 'commander';
import { CallError } from './call-error.js';
import type { Command, ListedCommand, Output, Progress } from './command.js';
import { commands } from './commands/index.js';
import type { Screen } from './printer.js';

/** What a run of the command line needs from its process. */
export interface Surroundings {
  env: NodeJS.ProcessEnv;
  folder: string;
  out: Screen;
  err: Screen;
  stdin: () => Promise<Buffer>;
  /** The person at the terminal: can answer, and likes to see how far things are. Null for scripts. */
  person: { ask: (question: string) => Promise<string>; progress: Progress } | null;
}

const noProgress: Progress = { show: () => undefined, end: () => undefined };

/** Runs the command line. Resolves to the exit code: 0 fine, 1 found trouble, 2 wrong call. */
export async function runProgram(argv: readonly string[], around: Surroundings): Promise<0 | 1 | 2> {
  let exit: 0 | 1 | 2 = 0;
  try {
    const program = await build(argv, around, (code) => {
      exit = code;
    });
    await program.parseAsync([...argv], { from: 'user' });
  } catch (error) {
    return explain(error, around.err);
  }
  return exit;
}

/** Of the commands that begin with the same word as the call, all is loaded; of the others, what the list of all says. */
async function build(argv: readonly string[], around: Surroundings, done: (exit: 0 | 1) => void): Promise<Commander> {
  const called = argv.find((word) => !word.startsWith('-'));
  const root = new Commander('yellow-sieve')
    .description('Yellow Sieve turns arriving email into labelled records and takes them where they are needed.')
    .option('--json', 'print JSON')
    .helpCommand(false)
    .exitOverride()
    .configureOutput({ writeOut: (text) => around.out.write(text), writeErr: (text) => around.err.write(text) });
  for (const listed of commands) {
    const words = listed.words.split(' ');
    const command = words[0] === called ? await listed.load() : null;
    addCommand(root, { words, about: listed.about, command }, around, done);
  }
  return root;
}

interface Added extends Pick<ListedCommand, 'about'> {
  words: readonly string[];
  command: Command | null;
}

function addCommand(
  root: Commander,
  { words, about, command }: Added,
  around: Surroundings,
  done: (exit: 0 | 1) => void,
) {
  const parent = words
    .slice(0, -1)
    .reduce((at, word) => at.commands.find((known) => known.name() === word) ?? at, root);
  const made = parent.command([words.at(-1), command?.args].filter(Boolean).join(' ')).description(about);
  if (!command) return;
  made.option('--json', 'print JSON');
  for (const option of command.options ?? []) {
    const built = new CommanderOption(option.flags, option.about);
    if (option.choices) built.choices(option.choices);
    if (option.default !== undefined) built.default(option.default);
    made.addOption(built);
  }
  made.addHelpText('after', `\nExamples:\n${command.examples.map((line) => `  ${line}`).join('\n')}`);
  made.action(async () => done(await runCommand(command, made, around)));
}

async function runCommand(command: Command, made: Commander, around: Surroundings): Promise<0 | 1> {
  const options = made.optsWithGlobals<Record<string, string | boolean | undefined>>();
  const json = options.json === true;
  const args = (made.processedArgs as (string | string[] | undefined)[])
    .flat()
    .filter((arg): arg is string => typeof arg === 'string');
  const { connectService } = await import('./connect.js');
  const client = () => connectService(around.env, around.folder);
  const { person, stdin, err } = around;
  const confirm = async (question: string) => {
    if (!person) throw new CallError('YS-CLI-CONFIRM', { question });
    return /^y(es)?$/i.test((await person.ask(`${question} [y/N] `)).trim());
  };
  const tell = (text: string) => err.write(`${text}\n`);
  const progress = person?.progress ?? noProgress;
  const output: Output = await command.run({ args, options, json, client, stdin, confirm, progress, tell });
  const { print } = await import('./printer.js');
  print(output, json, around.out);
  return 'exit' in output && output.exit === 1 ? 1 : 0;
}

/** The one place that turns an error into a sentence and an exit code. */
async function explain(error: unknown, err: Screen): Promise<0 | 1 | 2> {
  if (error instanceof CommanderError) return error.exitCode === 0 ? 0 : 2;
  const { ClientError } = await import('@yellow-sieve/client');
  if (error instanceof ClientError)
    return tell(
      err,
      error.message,
      error.problem.problems ?? [],
      error.code,
      error.code === 'YS-CLI-UNREACHABLE' ? 2 : 1,
    );
  if (error instanceof YsError)
    return tell(err, error.message, error.problems, error.code, error instanceof CallError ? 2 : 1);
  err.write(`${error instanceof Error ? (error.stack ?? error.message) : String(error)}\n`);
  return 1;
}

function tell(
  err: Screen,
  sentence: string,
  problems: readonly { line: number; column: number; text: string; code: string }[],
  code: string,
  exit: 1 | 2,
): 1 | 2 {
  if (problems.length === 0) err.write(`${sentence} (${code})\n`);
  for (const problem of problems)
    err.write(`line ${problem.line}, column ${problem.column}: ${problem.text} (${problem.code})\n`);
  return exit;
}
