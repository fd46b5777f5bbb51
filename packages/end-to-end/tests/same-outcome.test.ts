import { readdirSync, readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import {
  compileMailbox,
  compileSieve,
  type Facts,
  handleMessage,
  type KeptAnswer,
  limits,
  publicOutcome,
  readMessage,
} from '@yellow-sieve/core';
import { runCommand } from './command-line.js';
import { demoFile, setUpBerths, startWorld, until, type World } from './harness.js';

let world: World;
beforeAll(async () => {
  world = await startWorld();
  await setUpBerths(world);
});
afterAll(() => world.end());

// The last is a twin of another: only a service, which keeps what came before, can know that.
const files = readdirSync(demoFile('berths', 'messages'))
  .filter((name) => name !== '015.eml')
  .map((name) => demoFile('berths', 'messages', name));

/** As a service would print it, without what names a stored message. */
const withoutMessage = ({ message: _m, confidence: _c, why: _w, ...outcome }: Record<string, unknown>) =>
  JSON.stringify(outcome);

async function onCommandLine(): Promise<string[]> {
  const mailbox = demoFile('berths', 'berths.mailbox.yaml');
  const model = `http://127.0.0.1:${world.model.port}/v1`;
  const { out } = await runCommand(['sift', mailbox, ...files, '--json', '--model', model]);
  return out
    .trim()
    .split('\n')
    .map((line) => withoutMessage(JSON.parse(line)));
}

/** The few lines anybody would write who uses the core as a library. */
async function asLibrary(): Promise<string[]> {
  const sieve = compileSieve(readFileSync(demoFile('berths', 'berth-request.sieve.yaml'), 'utf8'));
  const mailbox = compileMailbox(
    readFileSync(demoFile('berths', 'berths.mailbox.yaml'), 'utf8'),
    new Map([[sieve.name, sieve]]),
  );
  const outcomes = [];
  for (const file of files) {
    const reading = await readMessage(readFileSync(file));
    const answers: Record<string, KeptAnswer> = {};
    const facts: Facts = { record: { key: '', link: '' }, answers, model: 'stand-in', limits };
    let result = handleMessage(reading, mailbox, facts);
    while (result.kind === 'wants') {
      for (const { digest, request } of result.wants) {
        const response = await fetch(`http://127.0.0.1:${world.model.port}/v1/chat/completions`, {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify(request),
        });
        const { choices } = (await response.json()) as { choices: { message: { content: string } }[] };
        answers[digest] = { kind: 'answered', content: choices[0]?.message.content ?? '', complete: true };
      }
      result = handleMessage(reading, mailbox, facts);
    }
    outcomes.push(withoutMessage(publicOutcome(file, result)));
  }
  return outcomes;
}

async function throughService(): Promise<string[]> {
  const outcomes = [];
  for (const file of files) {
    const { key } = await world.client.messages.feed({ params: { mailbox: 'berths' }, body: readFileSync(file) });
    const detail = await until('it is settled', async () => {
      const found = await world.client.messages.get({ params: { key } });
      return found.state !== 'waiting' && found;
    });
    const nothing = {
      verdict: detail.state,
      reasons: detail.reasons,
      category: detail.category,
      sieve: null,
      layout: null,
      score: null,
      fields: {},
      rows: [],
      evidence: {},
      problems: [],
      leftovers: [],
      trace: [],
    };
    outcomes.push(JSON.stringify(detail.outcome ?? nothing));
  }
  return outcomes;
}

describe('one rule set, everywhere', () => {
  test('command line, library and service give the same outcome to the byte', async () => {
    const [line, library, service] = [await onCommandLine(), await asLibrary(), await throughService()];
    expect(line).toHaveLength(files.length);
    expect(library).toEqual(line);
    expect(service).toEqual(line);
  });

  test('the demo’s samples give the values that are expected of them', async () => {
    const { samples = [] } = compileSieve(readFileSync(demoFile('berths', 'berth-request.sieve.yaml'), 'utf8')).source;
    const outcomes = new Map(
      (await onCommandLine()).map((line, i) => [
        files[i]?.split('/').at(-1),
        JSON.parse(line) as { fields: Record<string, unknown> },
      ]),
    );
    const judged = samples.filter(({ expect: values }) => values);
    expect(judged.length).toBeGreaterThanOrEqual(4);
    for (const { message, expect: values = {} } of judged) {
      const got = outcomes.get(message.split('/').at(-1))?.fields ?? {};
      for (const [field, value] of Object.entries(values)) {
        const plain =
          got[field] !== null && typeof got[field] === 'object' ? (got[field] as { value: number }).value : got[field];
        // A default is no found value.
        const expected = value === null ? [null, ''] : [value, Number(value)];
        expect(expected.map(String)).toContain(String(plain));
      }
    }
  });
});
