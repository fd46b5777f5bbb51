import { describe, expect, test } from '@jest/globals';
import { readMessage } from '../reading/index.js';
import { countRule, tryRule } from './index.js';

const source = `sieve: s
locale: en-GB
fields:
  buoy: { type: text, required: true }
  keeper: { type: text }
  hello: { type: text, default: nobody }
rules:
  - { kind: pattern, name: which, find: 'buoy (?<buoy>B\\d)' }
  - { kind: derive, name: greeting, fills: hello, from: 'Hello {{ keeper }}' }
checks:
  - { that: [buoy, is, B1], say: Another buoy }
routes:
  - { to: nowhere }
`;
const reading = await readMessage(Buffer.from('Subject: x\r\n\r\nThe buoy B7 of Ebba is adrift, B9 is not.\r\n'));
const lookups = { buoys: { name: 'buoys', revision: '1', columns: ['buoy', 'keeper'], rows: [['B7', 'Tam Ferrier']] } };
const tried = (entries: object, place: number | null = null) => {
  const result = tryRule(source, { entries, place, lookups }, reading);
  if (!result.ok) throw new Error(result.problems[0]?.text);
  return result.outcome;
};

describe('a rule that is being written', () => {
  test('is counted over messages: in how many it finds anything, and how much', async () => {
    const other = await readMessage(Buffer.from('Subject: x\r\n\r\nNothing is adrift.\r\n'));
    const count = (entries: object) => countRule(source, { entries, place: null, lookups }, [reading, other, reading]);
    expect(await count({ kind: 'pattern', find: '(?<keeper>B\\d)', take: 'first' })).toEqual({
      messages: 3,
      found: 2,
      matches: 2,
    });
    expect(await count({ kind: 'cut', fills: 'keeper', steps: [{ after: 'of' }, { before: 'is' }] })).toMatchObject({
      found: 2,
    });
    expect(await count({ kind: 'pattern', find: '(' })).toBeNull();
  });

  test('is tried by itself: nothing of the others, of checks, defaults or routes', () => {
    const outcome = tried({ kind: 'pattern', name: 'new', find: 'of (?<keeper>~word~)' });
    expect(outcome).toMatchObject({ fields: { keeper: 'Ebba' }, problems: [], trace: [{ rule: 'new' }] });
    expect(Object.keys(outcome?.fields ?? {})).toEqual(['keeper']);
  });

  test('that works with what others found is tried behind them, without its own state of before', () => {
    const lookup = {
      kind: 'lookup',
      name: 'who',
      table: 'buoys',
      where: { buoy: 'buoy' },
      fills: { keeper: 'keeper' },
    };
    expect(tried(lookup)?.fields).toEqual({ keeper: 'Tam Ferrier' });
    expect(tried({ kind: 'derive', fills: 'hello', from: 'Hello {{ buoy }}' }, 1)?.fields).toEqual({
      hello: 'Hello B7',
    });
  });

  test('that does not compile says why', () => {
    const result = tryRule(source, { entries: { kind: 'pattern', find: '(?<kepeer>x)' }, place: null }, reading);
    expect(result.ok ? [] : result.problems).toMatchObject([{ code: 'YS-SIEVE-UNKNOWN-FIELD' }]);
  });

  test('that asks a model is not tried', () => {
    expect(tried({ kind: 'prompt', ask: 'Who?', fills: ['keeper'] })).toBeNull();
  });
});
