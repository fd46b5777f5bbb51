import { readdirSync, readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import {
  compileMailbox,
  compileSieve,
  digestOf,
  type Facts,
  handleMessage,
  type KeptAnswer,
  type LookupTable,
  limits,
  publicOutcome,
  type Reading,
  readMessage,
  tableFromLines,
} from '@yellow-sieve/core';
import { runCommand } from './command-line.js';
import { demoFile, setUpBerths, startWorld, until, type World } from './harness.js';

let world: World;
beforeAll(async () => {
  world = await startWorld();
  await setUpBerths(world);
  await setUpYard(world);
});
afterAll(() => world.end());

/** The yard reads by a prompt with worked examples, which are samples in the service and files beside the sieve elsewhere. */
async function setUpYard({ client, model }: World): Promise<void> {
  const name = 'yard-enquiry';
  const body = readFileSync(demoFile('yard', `${name}.sieve.yaml`));
  // Its ceiling needs a price to count by.
  const url = `http://127.0.0.1:${model.port}/v1`;
  await client.connections.put({
    params: { name: 'model' },
    body: { kind: 'model', url, model: 'stand-in', price_per_1000_tokens: 0.002, currency: 'GBP' },
  });
  for (const destination of ['yard-jobs', 'yard-manager'])
    await client.destinations.put({
      params: { name: destination },
      body: readFileSync(demoFile('destinations', `${destination}.destination.yaml`)),
    });
  await client.sieves.put({ params: { name }, body, query: { live: 'true' } });
  for (const sample of compileSieve(body.toString()).examples)
    await client.samples.put({ params: { name, sample }, body: readFileSync(demoFile('yard', sample)) });
  await client.mailboxes.put({ params: { name: 'yard' }, body: readFileSync(demoFile('yard', 'yard.mailbox.yaml')) });
}

interface Desk {
  mailbox: string;
  sieve: string;
  files: readonly string[];
}

const desk = (mailbox: string, sieve: string): Desk => ({
  mailbox,
  sieve: demoFile(mailbox, `${sieve}.sieve.yaml`),
  // The last of the berths is a twin of another: only a service, which keeps what came before, can know that.
  files: readdirSync(demoFile(mailbox, 'messages'))
    .filter((name) => name !== '015.eml')
    .map((name) => demoFile(mailbox, 'messages', name)),
});
const berths = desk('berths', 'berth-request');
const yard = desk('yard', 'yard-enquiry');

/** A service counts the revisions of a table; elsewhere what it holds tells one from another. */
const sameRevision = (outcome: string) => outcome.replace(/"revision":(?:"\w+"|\d+)/g, '"revision":0');

/** As a service would print it, without what names a stored message. */
const withoutMessage = ({ message: _m, confidence: _c, why: _w, ...outcome }: Record<string, unknown>) =>
  sameRevision(JSON.stringify(outcome));

async function onCommandLine({ mailbox: name, files }: Desk): Promise<string[]> {
  const mailbox = demoFile(name, `${name}.mailbox.yaml`);
  const model = `http://127.0.0.1:${world.model.port}/v1`;
  const { out } = await runCommand(['sift', mailbox, ...files, '--json', '--model', model]);
  return out
    .trim()
    .split('\n')
    .map((line) => withoutMessage(JSON.parse(line)));
}

/** A table beside the sieve; none of its cells is quoted. */
function tableOf(mailbox: string, name: string): LookupTable {
  const text = readFileSync(demoFile(mailbox, 'lookups', `${name}.csv`), 'utf8');
  const lines = text
    .trim()
    .split('\n')
    .map((line) => line.split(','));
  return { name, revision: digestOf(text), ...tableFromLines(lines) };
}

/** The few lines anybody would write who uses the core as a library. */
async function asLibrary({ mailbox: name, sieve: file, files }: Desk): Promise<string[]> {
  const sieve = compileSieve(readFileSync(file, 'utf8'));
  const learnt: Record<string, Reading> = {};
  for (const message of sieve.examples) learnt[message] = await readMessage(readFileSync(demoFile(name, message)));
  const examples = { [sieve.name]: learnt };
  const mailbox = compileMailbox(
    readFileSync(demoFile(name, `${name}.mailbox.yaml`), 'utf8'),
    new Map([[sieve.name, sieve]]),
  );
  const lookups = Object.fromEntries(sieve.lookups.map((table) => [table, tableOf(name, table)]));
  const outcomes = [];
  for (const file of files) {
    const reading = await readMessage(readFileSync(file));
    const answers: Record<string, KeptAnswer> = {};
    const facts: Facts = { record: { key: '', link: '' }, answers, examples, lookups, model: 'stand-in', limits };
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

async function throughService({ mailbox, files }: Desk): Promise<string[]> {
  const outcomes = [];
  for (const file of files) {
    const { key } = await world.client.messages.feed({ params: { mailbox }, body: readFileSync(file) });
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
    outcomes.push(sameRevision(JSON.stringify(detail.outcome ?? nothing)));
  }
  return outcomes;
}

describe('one rule set, everywhere', () => {
  test.each([berths, yard])(
    'command line, library and service give the same outcome to the byte: $mailbox',
    async (one) => {
      const [line, library, service] = [await onCommandLine(one), await asLibrary(one), await throughService(one)];
      expect(line).toHaveLength(one.files.length);
      expect(library).toEqual(line);
      expect(service).toEqual(line);
    },
  );

  test.each([berths, yard])('the demo’s samples give the values that are expected of them: $mailbox', async (one) => {
    const { samples = [] } = compileSieve(readFileSync(one.sieve, 'utf8')).source;
    const outcomes = new Map(
      (await onCommandLine(one)).map((line, i) => [
        one.files[i]?.split('/').at(-1),
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
        const answers: Record<string, boolean> = { yes: true, no: false };
        const expected = value === null ? [null, ''] : [value, Number(value), answers[String(value)]];
        expect(expected.map(String)).toContain(String(plain));
      }
    }
  });
});
