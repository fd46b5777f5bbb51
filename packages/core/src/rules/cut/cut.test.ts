import { readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import { parse } from 'yaml';
import { readMessage } from '../../reading/index.js';
import { compileSieve, sift, tryCompileSieve } from '../../sieve/index.js';

async function run(rule: object, text: string, options: object = { type: 'text' }, rows?: object) {
  const source = {
    sieve: 's',
    locale: 'en-GB',
    fields: { value: options, phone: { type: 'phone' } },
    rules: [{ kind: 'cut', name: 'it', ...rule }],
  };
  const sieve = compileSieve({ ...source, ...(rows ? { rows: { columns: rows } } : {}) });
  const result = sift(await readMessage(Buffer.from(`Subject: Log of N-7\r\n\r\n${text}`)), sieve);
  if (result.kind !== 'outcome') throw new Error('nothing is asked here');
  return result.outcome;
}

const page = readFileSync(new URL('../../../../../docs/cut.md', import.meta.url), 'utf8');
const examples = [...page.matchAll(/```yaml\n([\s\S]*?)```/g)]
  .map(([, block = '']) => parse(block) as { text?: string; steps: unknown[]; gives: string | string[] })
  .flatMap(({ text, ...rest }) => (text === undefined ? [] : [{ text, ...rest }]));

describe('the examples of the page', () => {
  test.each(examples.map((one) => [JSON.stringify(one.steps), one] as const))(
    '%s',
    async (_, { text, steps, gives }) => {
      const options = { type: 'text', many: Array.isArray(gives) };
      const { fields } = await run({ fills: 'value', steps }, text, options);
      expect(fields.value).toEqual(gives);
    },
  );

  test('are of every step', () => {
    const keys = examples.flatMap(({ steps }) =>
      steps.flatMap((step) => (typeof step === 'string' ? [step] : Object.keys(step as object))),
    );
    expect([...new Set(keys)].sort()).toEqual([
      'after',
      'before',
      'between',
      'drop',
      'keep',
      'line',
      'lines',
      'replace',
      'split',
      'tidy',
    ]);
  });
});

describe('a cut', () => {
  const text = 'Dear office,\n\nRemarks: late,\nring  07700 900412 first\n\nYours\n';

  test('has the place of what is left as its evidence, also through steps that write', async () => {
    const { fields, evidence } = await run(
      { fills: 'phone', steps: [{ after: 'ring' }, { before: ' first' }, { replace: { find: '  ', with: ' ' } }] },
      text,
    );
    expect(fields.phone).toBe('+447700900412');
    const [place] = evidence.phone ?? [];
    expect(text.slice(place?.start ?? 0, place?.end ?? 0)).toBe('07700 900412');
  });

  test('that finds nothing at some step says at which, on what, and takes nothing', async () => {
    const { fields, trace } = await run(
      { fills: 'value', steps: [{ after: 'Remarks:' }, { before: 'Kind regards' }] },
      text,
    );
    expect(fields.value).toBeNull();
    expect(trace[0]).toMatchObject({
      nothing: { step: 'before “Kind regards”', in: expect.stringMatching(/^ late,/) },
      cuts: [{ step: 'after “Remarks:”' }, { left: [] }],
    });
  });

  test('that leaves nothing closes its field for the rules behind', async () => {
    const { trace } = await run({ fills: 'value', steps: [{ between: ['Remarks:', 'None'] }] }, 'Remarks: None');
    expect(trace[0]).toMatchObject({ closed: ['value'] });
  });

  test('looks in other parts of the message', async () => {
    const { fields } = await run({ in: 'message.subject', fills: 'value', steps: [{ after: 'of ' }] }, text);
    expect(fields.value).toBe('N-7');
  });

  test('fills rows, a row for each text that is left', async () => {
    const rule = {
      steps: [{ after: 'log:' }, { split: { edge: 'line end' } }],
      columns: { at: [{ before: ' ' }], who: [{ after: ' ' }, { before: { edge: 'end' } }] },
    };
    const outcome = await run(rule, 'Gate log:\n06:12 Ebba\n07:40 Tam Ferrier\n\n', undefined, {
      at: { type: 'time' },
      who: { type: 'text' },
    });
    expect(outcome.rows).toEqual([
      { at: '06:12', who: 'Ebba' },
      { at: '07:40', who: 'Tam Ferrier' },
    ]);
    expect(outcome.evidence['rows[1].who']?.[0]).toMatchObject({ raw: 'Tam Ferrier' });
  });

  test('with a pattern that runs away is stopped, and the record goes to review', async () => {
    const steps = [{ keep: { pattern: '^(a+)+$' } }];
    const outcome = await run({ fills: 'value', steps }, `${'a'.repeat(3000)}!`);
    expect(outcome.problems.map(({ code }) => code)).toContain('YS-RULE-STOPPED');
    expect(outcome.verdict).toBe('review');
  });

  test.each([
    [{ fills: 'valu', steps: [] }, 'YS-SIEVE-UNKNOWN-FIELD', 'rules[0].fills'],
    [{ steps: ['tidy'] }, 'YS-CUT-FILLS', 'rules[0]'],
    [{ fills: 'value', in: 'message.subjekt' }, 'YS-CONDITION-NAME', 'rules[0].in'],
    [{ fills: 'value', steps: [{ keep: { pattern: '(' } }] }, 'YS-PATTERN-SYNTAX', 'rules[0].steps[0].keep.pattern'],
  ])('%j cannot be compiled', (rule, code, path) => {
    const result = tryCompileSieve({
      sieve: 's',
      fields: { value: { type: 'text' } },
      rules: [{ kind: 'cut', ...rule }],
    });
    expect(result.ok ? [] : result.problems).toMatchObject([{ code, path }]);
  });
});
