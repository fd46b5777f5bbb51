import { runProgram } from './program.js';

async function readStdin(): Promise<Buffer> {
  const pieces: Buffer[] = [];
  for await (const piece of process.stdin) pieces.push(piece as Buffer);
  return Buffer.concat(pieces);
}

process.exitCode = await runProgram(process.argv.slice(2), {
  env: process.env,
  folder: process.cwd(),
  out: { write: (text) => void process.stdout.write(text), columns: process.stdout.columns },
  err: { write: (text) => void process.stderr.write(text), columns: process.stderr.columns },
  stdin: readStdin,
});
