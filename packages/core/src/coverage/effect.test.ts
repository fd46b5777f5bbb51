import { describe, expect, test } from '@jest/globals';
import { compileMailbox, handleMessage } from '../mailbox/index.js';
import { readMessage } from '../reading/index.js';
import { compileSieve, type Expected } from '../sieve/index.js';
import { addEffect, effectOn, emptySummary, hasEffect, type MessageEffect, madeOf } from './index.js';

type Source = ReturnType<typeof source>;

const source = () => ({
  sieve: 'berths',
  locale: 'en-GB',
  fields: {
    vessel: { type: 'text', required: true },
    length: { type: 'number', unit: 'm' } as Record<string, unknown>,
    nights: { type: 'integer' },
    email: { type: 'email' },
    remarks: { type: 'text', default: 'none' } as Record<string, unknown>,
  } as Record<string, Record<string, unknown>>,
  rows: { columns: { extra: { type: 'text' }, count: { type: 'integer' } } },
  accept: ['message.subject', 'contains', 'berth'] as unknown[] | undefined,
  rules: [
    {
      kind: 'template',
      layouts: [{ name: 'form', text: 'Vessel: [[vessel]]\nLength: [[length]] m\nNights: [[nights]]\n' }],
    },
    { kind: 'pattern', find: '(?<email>~email~)' },
    { kind: 'pattern', find: '- (?<extra>\\w+) x(?<count>\\d+)', take: 'all' },
  ] as Record<string, unknown>[],
  checks: [] as unknown[],
  routes: [
    { to: 'book' },
    { to: 'chat', when: ['length', 'over', '20'], with: { text: 'Long: {{ vessel }}, {{ length }} m' } },
  ] as Record<string, unknown>[],
});

const mail = `Subject: berth
From: ann@skerry.example

Vessel: Tern
Length: 24 m
Nights: 3

- water x2
- power x1

Write to ann@skerry.example or to bo@skerry.example.
`;

async function effect(change: (next: Source) => void, expected: Expected | null = null, text = mail) {
  const reading = await readMessage(Buffer.from(text));
  const handled = (sieve: Source) => {
    const compiled = compileSieve(structuredClone(sieve));
    const other = compileSieve({ sieve: 'other', fields: {} });
    const mailbox = compileMailbox(
      { mailbox: 'desk', addresses: ['a@b.example'], sieves: ['berths', 'other'] },
      new Map([
        ['berths', compiled],
        ['other', other],
      ]),
    );
    return handleMessage(reading, mailbox);
  };
  const [before, after] = [source(), source()];
  change(after);
  return effectOn('m', madeOf(handled(before)), madeOf(handled(after)), expected);
}

/** What of an effect says anything. */
const said = ({ message, notTried, ...effect }: MessageEffect) =>
  Object.fromEntries(Object.entries(effect).filter(([, value]) => (Array.isArray(value) ? value.length : value)));

const rules = (next: Source, at: number, more: object) => Object.assign(next.rules[at] ?? {}, more);
const layout = (text: string) => ({ layouts: [{ name: 'form', text }] });

describe('a change that breaks a rule on purpose', () => {
  test('no change has no effect', async () => {
    const none = await effect(() => undefined);
    expect([said(none), hasEffect(none)]).toEqual([{}, false]);
  });

  test('a value lost: the label is misspelt beyond recognition', async () => {
    const broken = await effect((next) =>
      rules(next, 0, layout('Vessel: [[vessel]]\nTonnage: [[length]] m\nNights: [[nights]]\n')),
    );
    expect(broken.changes).toMatchObject([
      {
        field: 'length',
        kind: 'lost',
        before: { value: 24, evidence: [{ raw: '24', in: 'message.text' }] },
        after: { value: null, evidence: [] },
      },
    ]);
    expect(broken.routes).toMatchObject([
      { route: 'berths/book', kind: 'alters' },
      { route: 'berths/chat', to: 'chat', kind: 'stops', after: null },
    ]);
  });

  test('a required value lost: the verdict turns, with its reason, and no route fires', async () => {
    const broken = await effect((next) => next.rules.shift());
    expect(broken.changes.map(({ field, kind }) => [field, kind])).toEqual([
      ['vessel', 'lost'],
      ['length', 'lost'],
      ['nights', 'lost'],
    ]);
    expect(broken.verdict).toEqual({ before: 'sound', after: 'review' });
    expect(broken.reasons).toEqual({ before: [], after: ['YS-FIELD-MISSING'] });
    expect(broken.layout).toEqual({ before: 'form', after: null });
    expect(broken.routes.map(({ kind }) => kind)).toEqual(['stops', 'stops']);
  });

  test('a value gained, and a field that is new', async () => {
    const gained = await effect((next) => {
      next.fields.berth = { type: 'text', default: 'B4' };
      next.rules.push({ kind: 'pattern', find: '(?<remarks>or to)' });
    });
    expect(gained.changes).toMatchObject([
      { field: 'remarks', kind: 'altered', before: { value: 'none', evidence: [{ how: 'default' }] } },
      { field: 'berth', kind: 'gained', after: { value: 'B4' } },
    ]);
  });

  test('a value altered: another match is taken', async () => {
    const altered = await effect((next) => rules(next, 1, { take: 'last' }));
    expect(altered.changes).toMatchObject([
      { kind: 'altered', before: { value: 'ann@skerry.example' }, after: { value: 'bo@skerry.example' } },
    ]);
    expect(altered.routes).toMatchObject([{ route: 'berths/book', kind: 'alters' }]);
  });

  test('the same value from another place', async () => {
    const moved = await effect((next) => rules(next, 1, { in: 'message.from.address' }));
    expect(moved.changes).toMatchObject([
      { field: 'email', kind: 'moved', before: { evidence: [{ in: 'message.text' }] } },
    ]);
    expect(moved.routes).toEqual([]);
  });

  test('a value that can no longer be read is lost, with the reason; one empty for another reason is unclear', async () => {
    const lost = await effect((next) => {
      next.fields.vessel = { type: 'integer', required: true };
    });
    expect(lost.changes).toMatchObject([
      { field: 'vessel', kind: 'lost', after: { value: null, problem: 'This is not readable as a number.' } },
    ]);
    const unclear = await effect(
      (next) => next.rules.push({ kind: 'pattern', find: 'Vessel: (?<nights>.+)' }),
      null,
      mail.replace('Nights: 3\n', ''),
    );
    expect(unclear.changes).toMatchObject([{ field: 'nights', kind: 'unclear', before: { problem: null } }]);
  });

  test('rows lost, gained and altered', async () => {
    const lost = await effect((next) => rules(next, 2, { find: '- (?<extra>wat\\w+) x(?<count>\\d+)' }));
    expect(lost.rows).toEqual([{ kind: 'lost', before: 1, row: { extra: 'power', count: 1 } }]);
    const altered = await effect((next) => rules(next, 2, { find: '- (?<extra>\\w+) x\\d+' }));
    expect(altered.rows.map(({ kind }) => kind)).toEqual(['altered', 'altered']);
    const gained = await effect((next) => rules(next, 2, { find: '\\b(?<extra>[a-z]+) (?:x|or)\\d*', take: 'all' }));
    expect(gained.rows.some(({ kind }) => kind === 'gained')).toBe(true);
  });

  test('another sieve takes the message, and what no sieve takes is named too', async () => {
    const other = await effect((next) => {
      next.accept = ['message.subject', 'contains', 'mooring'];
    });
    expect(other.sieve).toEqual({ before: 'berths', after: 'other' });
    expect(other.changes.map(({ kind }) => kind)).toEqual(['lost', 'lost', 'lost', 'lost', 'lost']);
    expect(other.rows.map(({ kind }) => kind)).toEqual(['lost', 'lost']);
  });

  test('a check that no longer holds', async () => {
    const checked = await effect((next) => next.checks.push({ that: ['nights', 'over', '5'], say: 'Too short' }));
    expect([checked.verdict, checked.reasons?.after]).toEqual([
      { before: 'sound', after: 'review' },
      ['YS-CHECK-FAILED'],
    ]);
  });

  test('a route that is new, gone, goes elsewhere or says something else', async () => {
    const routes = async (change: (next: Source) => void) =>
      (await effect(change)).routes.map(({ route, to, kind }) => `${route} ${to} ${kind}`);
    expect(await routes((next) => next.routes.push({ to: 'table' }))).toEqual(['berths/table table fires']);
    expect(await routes((next) => next.routes.pop())).toEqual(['berths/chat chat stops']);
    expect(await routes((next) => Object.assign(next.routes[1] ?? {}, { when: ['length', 'over', '30'] }))).toEqual([
      'berths/chat chat stops',
    ]);
    expect(await routes((next) => Object.assign(next.routes[1] ?? {}, { with: { text: '{{ vessel }}' } }))).toEqual([
      'berths/chat chat alters',
    ]);
    expect(await routes((next) => Object.assign(next.routes[0] ?? {}, { name: 'book', to: 'table' }))).toEqual([
      'berths/book table alters',
    ]);
  });

  test('questions to a model are counted, and the message is not said to be compared', async () => {
    const asked = await effect((next) => {
      next.fields.mood = { type: 'text' };
      next.rules.push({ kind: 'prompt', ask: 'How do they feel?', fills: ['mood'], when: ['vessel', 'present'] });
    });
    expect(asked).toMatchObject({ notTried: true, asks: { questions: 1 } });
    expect(asked.asks?.characters).toBeGreaterThan(mail.length / 2);
    expect(addEffect(emptySummary(), asked)).toMatchObject({ messages: 1, affected: 0, notTried: 1, asks: asked.asks });
  });

  test('judged values break and mend', async () => {
    const judged = (fields: Expected['fields'], rows: Expected['rows'] = null) => ({ fields, rows });
    const last = (next: Source) => rules(next, 1, { take: 'last' });
    const one = async (email: string | null) => (await effect(last, judged({ email }))).changes[0]?.judged;
    expect(await one('ann@skerry.example')).toBe('breaks');
    expect(await one('bo@skerry.example')).toBe('mends');
    expect(await one(null)).toBe('wrong');
    const defaulted = await effect(
      (next) => Reflect.deleteProperty(next.fields.remarks ?? {}, 'default'),
      judged({ remarks: null }),
    );
    expect(defaulted.changes[0]).toMatchObject({ kind: 'lost', judged: 'right' });
    const rowless = (next: Source) => next.rules.pop();
    const expected = judged({}, [
      { extra: 'water', count: 2 },
      { extra: 'power', count: 1 },
    ]);
    expect((await effect(rowless, expected)).rowsJudged).toBe('breaks');
    expect(addEffect(emptySummary(), await effect(rowless, expected))).toMatchObject({ breaks: 1, mends: 0 });
  });
});

describe('many changes, made at random', () => {
  const steps: ((next: Source) => void)[] = [
    (next) => next.rules.splice(0, 1),
    (next) => next.rules.splice(1, 1),
    (next) => next.rules.pop(),
    (next) => next.rules.reverse(),
    (next) => delete next.fields.length?.unit,
    (next) => Object.assign(next.fields.nights ?? {}, { max: 2 }),
    (next) => Object.assign(next.fields.remarks ?? {}, { default: 'nothing' }),
    (next) => Reflect.deleteProperty(next, 'accept'),
    (next) => next.routes.shift(),
    (next) => next.checks.push({ that: ['nights', 'over', '5'], say: 'Too short' }),
    (next) => next.rules.unshift({ kind: 'pattern', find: 'to (?<vessel>\\S+)' }),
  ];

  test('none goes unnamed: wherever the outcomes differ, the effect says where', async () => {
    const texts = [
      mail,
      mail.replace('Vessel: Tern\n', ''),
      mail.replace('berth', 'question'),
      'Subject: berth\n\nhello',
    ];
    let named = 0;
    for (const text of texts)
      for (const [i, first] of steps.entries())
        for (const second of steps.slice(i)) {
          const change = (next: Source) => {
            first(next);
            second(next);
          };
          let seen: MessageEffect;
          try {
            seen = await effect(change, null, text);
          } catch {
            continue; // Rules that do not compile are another test's.
          }
          expect(said(seen)).toEqual(await bruteForce(change, text, said(seen)));
          named += hasEffect(seen) ? 1 : 0;
        }
    expect(named).toBeGreaterThan(100);
  });
});

/** The effect as it was found, if a plain comparison of both outcomes agrees on which parts differ; else what it says. */
async function bruteForce(change: (next: Source) => void, text: string, found: object): Promise<object> {
  const reading = await readMessage(Buffer.from(text));
  const plain = (sieve: Source) => {
    const mailbox = compileMailbox(
      { mailbox: 'desk', addresses: ['a@b.example'], sieves: ['berths', 'other'] },
      new Map(
        [compileSieve(structuredClone(sieve)), compileSieve({ sieve: 'other', fields: {} })].map((one) => [
          one.name,
          one,
        ]),
      ),
    );
    const result = handleMessage(reading, mailbox);
    if (result.kind !== 'handled') throw new Error('nothing is wanted here');
    const { outcome, verdict } = result;
    const fires = verdict === 'sound' ? result.hits.filter((hit) => hit.fires) : [];
    return {
      fields: JSON.stringify(Object.entries(outcome?.fields ?? {}).filter(([, value]) => value !== null)),
      rows: JSON.stringify(outcome?.rows ?? []),
      verdict,
      sieve: outcome?.sieve,
      layout: outcome?.layout ?? null,
      reasons: JSON.stringify(result.reasons.map(({ code }) => code).sort()),
      routes: JSON.stringify(fires.map(({ route, to, lines }) => [route, to, lines])),
    };
  };
  const next = source();
  change(next);
  const [before, after] = [plain(source()), plain(next)];
  const differing = (Object.keys(before) as (keyof typeof before)[]).filter((part) => before[part] !== after[part]);
  const has = (part: string) => part in found;
  const values = (found as { changes?: { kind: string }[] }).changes ?? [];
  const agrees =
    differing.includes('fields') === values.some(({ kind }) => ['gained', 'lost', 'altered'].includes(kind)) &&
    (['rows', 'verdict', 'sieve', 'layout', 'reasons', 'routes'] as const).every(
      (part) => differing.includes(part) === has(part),
    );
  return agrees ? found : { differing };
}
