import { createInterface } from 'node:readline/promises';
import { runProgram } from './program.js';
import { progressBar } from './progress-bar.js';

async function readStdin(): Promise<Buffer> {
  const pieces: Buffer[] = [];
  for await (const piece of process.stdin) pieces.push(piece as Buffer);
  return Buffer.concat(pieces);
}

async function ask(question: string): Promise<string> {
  const lines = createInterface({ input: process.stdin, output: process.stderr });
  try {
    return await lines.question(question);
  } finally {
    lines.close();
  }
}

// Who reads only the beginning of what is printed, as `head` does, has all they want.
for (const stream of [process.stdout, process.stderr])
  stream.on('error', (error: NodeJS.ErrnoException) => {
    if (error.code === 'EPIPE') process.exit(0);
    throw error;
  });

runProgram(process.argv.slice(2), {
  env: process.env,
  folder: process.cwd(),
  out: { write: (text) => void process.stdout.write(text), columns: process.stdout.columns },
  err: { write: (text) => void process.stderr.write(text), columns: process.stderr.columns },
  stdin: readStdin,
  person: process.stdin.isTTY && process.stderr.isTTY ? { ask, progress: progressBar(process.stderr) } : null,
}).then((exit) => {
  process.exitCode = exit;
});
