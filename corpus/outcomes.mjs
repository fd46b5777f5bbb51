// node corpus/outcomes.mjs [FOLDER…]: what every message of the corpora becomes, one line of JSON each, to be held against another checkout's.
// Folders are further corpora: sieve files, each beside a list of its messages.
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { compileSieve, publicReading, readMessage, sift, suggestSieve, tryCompileSieve } from '@yellow-sieve/core';
import { rawMessage } from './templates/kit/raw-message.mjs';

const put = (name, value) => process.stdout.write(`${JSON.stringify([name, value])}\n`);

for (const set of ['worked-on', 'frozen']) {
  const { families, sieveOf, casesOf } = await import(`./templates/${set}/cases.mjs`);
  for (const family of families) {
    const sieve = compileSieve(sieveOf(family));
    let at = 0;
    for (const { letter } of casesOf(family))
      put(`templates ${set} ${family.name} ${at++}`, sift(await readMessage(rawMessage(letter)), sieve));
  }
}
for (const set of ['worked-on', 'frozen']) {
  const { families, sieveOf, casesOf } = await import(`./rows/${set}/cases.mjs`);
  for (const family of families) {
    const compiled = tryCompileSieve(await sieveOf(family));
    let at = 0;
    for (const { raw } of casesOf(family))
      put(
        `rows ${set} ${family.name} ${at++}`,
        compiled.ok ? sift(await readMessage(raw), compiled.sieve) : compiled.problems,
      );
  }
}
for (const folder of process.argv.slice(2))
  for (const name of readdirSync(folder)
    .filter((n) => n.endsWith('.sieve.yaml'))
    .sort()) {
    const source = JSON.parse(readFileSync(join(folder, name), 'utf8'));
    const { sieve, messages } = source;
    const compiled = tryCompileSieve(sieve);
    for (const file of messages) {
      const message = await readMessage(readFileSync(file));
      const key = `${name} ${file.split('/').slice(-2).join('/')}`;
      put(key, compiled.ok ? sift(message, compiled.sieve) : compiled.problems);
      put(`reading ${key}`, publicReading(message));
    }
    const samples = messages.filter((file) => /train-/.test(file));
    const readings = await Promise.all(
      samples.map(async (file) => ({ name: file.split('/').at(-1), reading: await readMessage(readFileSync(file)) })),
    );
    put(`suggestion ${name}`, suggestSieve(readings, { locale: 'en-GB' }));
  }
