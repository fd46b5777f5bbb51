import { describe, expect, test } from '@jest/globals';
import { limits } from '../../limits.js';
import { type Reading, readMessage } from '../../reading/index.js';
import { compileSieve, sift, tryCompileSieve } from '../../sieve/index.js';
import type { Facts, ModelQuestion } from '../rule-kind.js';

const read = (text: string) => readMessage(Buffer.from(text));
const dozen = await read(
  'Subject: Cleats\nDate: Mon, 5 Apr 2027 09:00:00 +0100\n\nDear yard, we need a dozen cleats for Merganser by next Friday.\n\n-- \nImogen Thrale\n',
);

const base = {
  sieve: 'yard',
  locale: 'en-GB',
  fields: {
    vessel: { type: 'text', question: 'Which vessel is it about?' },
    wanted: { type: 'date' },
    urgent: { type: 'yes-no', basis: 'judged' },
  },
  rows: { columns: { job: { type: 'text' }, pieces: { type: 'integer' } } },
};
const gives = {
  vessel: 'Merganser',
  wanted: '2027-04-09',
  urgent: false,
  rows: [{ job: 'cleats', pieces: 12 }],
};
const withRule = (rule: object) => ({
  ...base,
  rules: [{ kind: 'prompt', name: 'ask', fills: ['vessel', 'wanted', 'urgent', 'rows'], ...rule }],
});

function asked(by: object, reading: Reading, examples: Record<string, Reading> = {}): ModelQuestion | null {
  const facts: Facts = { record: { key: '', link: '' }, answers: {}, model: 'm', limits, examples: { yard: examples } };
  const result = sift(reading, compileSieve(by), facts);
  return result.kind === 'wants' ? (result.wants[0] ?? null) : null;
}

const problems = (by: object) => {
  const compiled = tryCompileSieve(by);
  return compiled.ok ? [] : compiled.problems.map(({ code, path }) => `${code} ${path}`);
};

describe('a worked example', () => {
  const byMessage = withRule({ ask: 'What?', examples: [{ message: 'samples/1.eml', gives }] });

  test('shows the model the message as it would be shown, and the answer with its quotes', async () => {
    const question = asked(byMessage, await read('\n\nAnother message'), { 'samples/1.eml': dozen });
    const [, shown, answer] = question?.request.messages ?? [];
    expect(shown?.content).toContain('written on Monday, 2027-04-05.');
    expect(shown?.content).toContain('Cleats\n\nDear yard, we need a dozen cleats');
    expect(JSON.parse(answer?.content ?? '')).toEqual({
      vessel: { value: 'Merganser', quote: 'Merganser' },
      wanted: { value: '2027-04-09', quote: 'Friday' },
      // A judgement is given, and what it rests on is not known.
      urgent: { value: false, quote: null },
      'stated number of rows': { value: null, quote: null },
      rows: [{ job: { value: 'cleats', quote: 'cleats' }, pieces: { value: 12, quote: 'dozen' } }],
    });
  });

  test('is left out when it is scored, so that its answer is not given away', () => {
    const question = asked(byMessage, dozen, { 'samples/1.eml': dozen });
    expect(question?.request.messages.map(({ role }) => role)).toEqual(['system', 'user']);
  });

  test('whose message is not there holds the record for a person', () => {
    const facts: Facts = { record: { key: '', link: '' }, answers: {}, model: 'm', limits };
    const result = sift(dozen, compileSieve(byMessage), facts);
    expect(result.kind === 'outcome' && result.outcome.reasons.map(({ code }) => code)).toEqual([
      'YS-PROMPT-EXAMPLE-MISSING',
    ]);
  });

  test('as a text needs no file, and alone is enough to ask', async () => {
    const text = 'Tern, two oars, by 3 May 2027';
    const by = withRule({ examples: [{ text, gives: { vessel: 'Tern', rows: [{ job: 'oars', pieces: 2 }] } }] });
    const [, shown, answer] = asked(by, dozen)?.request.messages ?? [];
    expect(shown?.content).toBe(`===== email\n${text}\n===== end of email`);
    expect(JSON.parse(answer?.content ?? '').rows).toEqual([
      { job: { value: 'oars', quote: 'oars' }, pieces: { value: 2, quote: 'two' } },
    ]);
  });

  test('is held against its fields and its own text', () => {
    const text = 'Tern, two oars';
    expect(problems(withRule({ ask: 'x', examples: [{ text, gives: { vesel: 'Tern' } }] }))).toEqual([
      'YS-SIEVE-UNKNOWN-FIELD rules[0].examples[0].gives.vesel',
    ]);
    expect(problems(withRule({ ask: 'x', examples: [{ text, gives: { rows: [{ pieces: 'some' }] } }] }))).toEqual([
      'YS-PROMPT-EXAMPLE-VALUE rules[0].examples[0].gives.rows[0].pieces',
    ]);
    const compiled = compileSieve(
      withRule({ ask: 'x', examples: [{ text, gives: { vessel: 'Gull', rows: [{ pieces: 2 }] } }] }),
    );
    expect(compiled.rules[0]?.notes).toEqual(['example 1: nothing in its text says its vessel']);
  });
});

describe('what is asked', () => {
  test('a field may carry its own question, and then needs no instructions', async () => {
    const question = asked(withRule({}), await read('\n\nhello'));
    expect(question?.request.messages[0]?.content).toContain('- vessel: text. Which vessel is it about?');
    expect(
      problems({
        ...withRule({}),
        fields: { vessel: { type: 'text' }, wanted: { type: 'date' }, urgent: { type: 'yes-no' } },
      }),
    ).toEqual(['YS-PROMPT-ASKS-NOTHING rules[0]']);
  });

  test('names that are neither fields nor columns are wrong, and so is a key that is no column', () => {
    expect(problems(withRule({ fills: ['vessel', 'jobs'], key: ['vessel'] }))).toEqual([
      'YS-SIEVE-UNKNOWN-FIELD rules[0].fills',
      'YS-SIEVE-UNKNOWN-FIELD rules[0].key',
    ]);
  });

  test('the schema has the columns, and a list for what takes many', async () => {
    const by = { ...withRule({}), fields: { ...base.fields, vessel: { type: 'text', question: 'x', many: true } } };
    const { schema } = asked(by, await read('\n\nhello'))?.request.response_format.json_schema ?? {};
    expect(schema).toMatchObject({
      properties: {
        vessel: { type: 'array', items: { required: ['value', 'quote'] } },
        urgent: { properties: { value: { type: ['boolean', 'null'] } } },
        rows: {
          type: 'array',
          items: { properties: { pieces: { properties: { value: { type: ['integer', 'null'] } } } } },
        },
      },
    });
  });
});

test('a yes-no that is to be read word for word is told to the author', () => {
  const { vessel, wanted } = base.fields;
  const compiled = compileSieve({ ...withRule({}), fields: { vessel, wanted, urgent: { type: 'yes-no' } } });
  expect(compiled.rules[0]?.notes?.join()).toMatch(/^urgent is answered with yes or no/);
});
