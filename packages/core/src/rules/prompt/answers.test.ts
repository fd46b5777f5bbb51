import { describe, expect, test } from '@jest/globals';
import { limits } from '../../limits.js';
import { readMessage } from '../../reading/index.js';
import { compileSieve, type Outcome, sift } from '../../sieve/index.js';
import type { ChatRequest, Facts } from '../rule-kind.js';

type Entry = { value: unknown; quote: string | null } | null;
type Entries = Record<string, Entry | Entry[]>;

const fields = {
  vessel: { type: 'text' },
  wanted: { type: 'date' },
  phones: { type: 'phone', many: true },
  leak: { type: 'yes-no', basis: 'judged' },
  summary: { type: 'text', basis: 'written' },
};
const columns = {
  job: { type: 'text', required: true },
  pieces: { type: 'integer' },
  price: { type: 'amount' },
  size: { type: 'choice', choices: ['small', 'large', 'none'] },
};
const source = {
  sieve: 'yard',
  locale: 'en-GB',
  fields,
  rows: { columns },
  rules: [{ kind: 'prompt', name: 'ask', ask: 'What is wanted?', fills: [...Object.keys(fields), 'rows'] }],
};
const letter = [
  'Subject: Two jobs',
  'Date: Mon, 5 Apr 2027 09:00:00 +0100',
  '',
  'Dear yard, it is about Merganser again. Three things please:',
  'a dozen small cleats for 40.00 GBP, two large fenders at £12.50 each,',
  'and a pair of oars. By next Friday. Ring +44 7700 900321 or +44 7700 900322.',
  '',
].join('\n');

const answers = {
  vessel: { value: 'Merganser', quote: 'about Merganser again' },
  wanted: { value: '2027-04-09', quote: 'next Friday' },
  phones: [
    { value: '+447700900321', quote: '+44 7700 900321' },
    { value: '+447700900322', quote: '+44 7700 900322' },
  ],
  leak: null,
  summary: { value: 'Cleats, fenders and oars for Merganser', quote: null },
} satisfies Entries;
const rows: Entries[] = [
  {
    job: { value: 'cleats', quote: 'cleats' },
    pieces: { value: 12, quote: 'a dozen' },
    price: { value: '40.00 GBP', quote: '40.00 GBP' },
    size: { value: 'small', quote: 'small' },
  },
  {
    job: { value: 'fenders', quote: 'fenders' },
    pieces: { value: 2, quote: 'two' },
    price: { value: '12.50 GBP', quote: '£12.50' },
    size: { value: 'large', quote: 'large' },
  },
  { job: { value: 'oars', quote: 'a pair of oars' }, pieces: { value: 2, quote: 'a pair of oars' } },
];

const facts = (known: Facts['answers'], text: number = limits.promptText): Facts => ({
  record: { key: '', link: '' },
  answers: known,
  model: 'm',
  limits: { ...limits, promptText: text },
});

const plain = compileSieve(source);

/** Sifts with an answer to each question; `answer` is given what was asked. */
async function answered(
  answer: (request: ChatRequest, i: number) => unknown,
  { of = letter, by = source as object, text = limits.promptText as number } = {},
): Promise<Outcome> {
  const reading = await readMessage(Buffer.from(of));
  const sieve = by === source ? plain : compileSieve(by);
  const asked = sift(reading, sieve, facts({}, text));
  if (asked.kind !== 'wants') throw new Error('a question is wanted');
  const known = asked.wants.map(({ digest, request }, i) => {
    const said = answer(request, i);
    return [
      digest,
      { kind: 'answered' as const, content: typeof said === 'string' ? said : JSON.stringify(said), complete: true },
    ] as const;
  });
  const result = sift(reading, sieve, facts(Object.fromEntries(known), text));
  if (result.kind !== 'outcome') throw new Error('an outcome is wanted');
  return result.outcome;
}

const right = { ...answers, 'stated number of rows': { value: 3, quote: 'Three things' }, rows };
const problemsOf = ({ problems }: Outcome) => problems.map(({ code, path }) => `${code} ${path}`);

describe('an answer with rows', () => {
  test('fills fields and rows, each value with its words', async () => {
    const outcome = await answered(() => right);
    expect(problemsOf(outcome)).toEqual([]);
    expect(outcome.fields).toMatchObject({
      vessel: 'Merganser',
      wanted: '2027-04-09',
      phones: ['+447700900321', '+447700900322'],
      leak: null,
    });
    expect(outcome.rows).toEqual([
      { job: 'cleats', pieces: 12, price: { value: 40, currency: 'GBP' }, size: 'small' },
      { job: 'fenders', pieces: 2, price: { value: 12.5, currency: 'GBP' }, size: 'large' },
      { job: 'oars', pieces: 2, price: null, size: null },
    ]);
    expect(outcome.evidence.phones?.map(({ raw }) => raw)).toEqual(['+44 7700 900321', '+44 7700 900322']);
    const { 'rows[0].pieces': pieces, 'rows[1].price': price, summary } = outcome.evidence;
    // A dozen is converted; a price that reads as it is said is quoted.
    expect([pieces, price, summary].map((one) => one?.[0]?.how)).toEqual(['inferred', 'quoted', 'inferred']);
    expect([pieces?.[0]?.raw, price?.[0]?.raw, summary?.[0]?.in]).toEqual(['a dozen', '£12.50', null]);
    // What a model says is looked at by a person, unless the sieve says otherwise.
    expect(outcome.reasons.map(({ code }) => code)).toEqual(['YS-REVIEW-PROMPT']);
  });

  test('rows alone are a model’s words, too', async () => {
    const by = { ...source, rules: [{ kind: 'prompt', ask: 'x', fills: ['rows'] }] };
    expect((await answered(() => ({ rows }), { by })).reasons.map(({ code }) => code)).toEqual(['YS-REVIEW-PROMPT']);
  });

  test('the number of rows that the message states is held against them', async () => {
    const outcome = await answered(() => ({ ...right, rows: rows.slice(0, 2) }));
    expect(problemsOf(outcome)).toEqual(['YS-PROMPT-ROWS-STATED rows']);
    // A number that nobody wrote counts for nothing.
    const made = { ...right, 'stated number of rows': { value: 9, quote: 'nine things' } };
    expect(problemsOf(await answered(() => made))).toEqual([]);
  });

  test.each([
    'null',
    'N/A',
    'Not specified',
    '"unknown"',
    'nicht angegeben',
    'keine Angabe',
    'non précisé',
    'no indicado',
    'não informado',
    'niet vermeld',
    'ikke oplyst',
    '—',
    ' ',
  ])('%j says that there is nothing', async (value) => {
    const outcome = await answered(() => ({
      ...right,
      vessel: { value, quote: null },
      wanted: { value, quote: value },
    }));
    expect([outcome.fields.vessel, outcome.fields.wanted]).toEqual([null, null]);
    expect(problemsOf(outcome)).toEqual([]);
  });

  test('“none” is a choice where it is one, and a word where the sender wrote it', async () => {
    const of = letter.replace('Merganser', 'None');
    const said = {
      ...right,
      vessel: { value: 'None', quote: 'None' },
      rows: [{ ...rows[0], size: { value: 'none', quote: 'none' } }],
    };
    const outcome = await answered(() => ({ ...said, 'stated number of rows': null }), { of });
    expect([outcome.fields.vessel, outcome.rows[0]?.size]).toEqual(['None', 'none']);
  });
});

describe('the form of an answer', () => {
  const plain = JSON.stringify(right);
  test.each([
    ['in a fence', `Here you are:\n\`\`\`json\n${plain}\n\`\`\`\nAnything else?`],
    ['with talk around it', `Sure! ${plain} I hope this helps.`],
    ['with commas at the ends', plain.replace(/\]\}$/, '],}')],
    ['in another order', JSON.stringify(Object.fromEntries(Object.entries(right).reverse()))],
  ])('%s is read for what it is', async (_, content) => {
    expect(await answered(() => content)).toMatchObject({ ...(await answered(() => right)), trace: expect.anything() });
  });

  test.each([
    ['cut off in the middle', plain.slice(0, plain.length / 2)],
    ['cut off before the last brace', plain.slice(0, -1)],
    ['a list', '[]'],
    ['talk', 'I would rather not.'],
    ['rows that are no list', '{"rows": "three"}'],
  ])('%s is no answer, and nothing of it is taken', async (_, content) => {
    const outcome = await answered(() => content);
    expect(problemsOf(outcome)).toContain('YS-PROMPT-ANSWER ');
    expect([Object.values(outcome.fields).filter((value) => value !== null), outcome.rows]).toEqual([[], []]);
  });

  test('a value without its quote supports nothing, and is shown for what it is', async () => {
    const outcome = await answered(() => ({ ...right, vessel: 'Merganser' }));
    expect(problemsOf(outcome)).toEqual(['YS-PROMPT-UNSUPPORTED vessel']);
    expect(outcome.fields.vessel).toBe('Merganser');
  });
});

describe('what a model claims without support', () => {
  const by = {
    ...source,
    fields: { ...fields, days: { type: 'text' } },
    rules: [...source.rules, { kind: 'derive', fills: 'days', from: 'for {{ vessel }}' }],
    checks: [{ that: ['vessel', 'is', 'Merganser'], say: 'Another vessel' }],
    routes: [{ to: 'chat', when: ['vessel', 'present'], in_review: 'deliver' }],
  };
  const claim = { ...right, vessel: { value: 'Tern', quote: 'the Tern' } };

  test('is shown from its beginning, as far as a line goes', async () => {
    const long = `Tern ${'x'.repeat(100)}`;
    const outcome = await answered(() => ({ ...right, vessel: { value: long, quote: 'the Tern' } }), { by });
    expect(outcome.problems[0]?.text).toContain(`“${long.slice(0, 80)}…” for “vessel”`);
  });

  test('is used by no rule, check or route', async () => {
    const outcome = await answered(() => claim, { by });
    expect(outcome.fields).toMatchObject({ vessel: 'Tern', days: null });
    expect(problemsOf(outcome)).toEqual(['YS-PROMPT-UNSUPPORTED vessel']);
    expect(outcome.problems[0]?.text).toBe(
      'The model says “Tern” for “vessel”, which the message does not support: “the Tern” is not in the message.',
    );
  });

  test('is filled by a later rule that finds the value', async () => {
    const rules = [...source.rules, { kind: 'pattern', find: 'about (?<vessel>\\w+)' }];
    const outcome = await answered(() => claim, { by: { ...source, rules } });
    expect([outcome.fields.vessel, outcome.evidence.vessel?.[0]?.how]).toEqual(['Merganser', 'read']);
  });
});

/** A row of numbers that is the same in every run. */
function randomly(seed: number) {
  let state = seed;
  return (below: number) => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return Math.floor((state / 2 ** 32) * below);
  };
}

/** Messages of several rows with the right answers, made of words by chance. */
function made(pick: (below: number) => number) {
  const things = ['cleats', 'fenders', 'oars', 'shackles', 'anchors', 'ropes', 'lamps', 'bolts'];
  const used = Array.from({ length: 3 + pick(4) }, (_, i) => ({
    job: things[i] ?? '',
    pieces: 13 + i * 7 + pick(5),
    price: `${20 + i * 11 + pick(9)}.50 GBP`,
    size: i % 2 === 0 ? 'small' : 'large',
  }));
  const vessel = ['Merganser', 'Old Marigold', 'Guillemot'][pick(3)] ?? '';
  const lines = used.map(({ job, pieces, price, size }) => `- ${pieces} ${size} ${job}, ${price} in all`);
  const text = `Subject: jobs\nDate: Mon, 5 Apr 2027 09:00:00 +0100\n\nFor ${vessel}, until 9 May 2027:\n${lines.join('\n')}\n`;
  const answer = {
    vessel: { value: vessel, quote: vessel },
    wanted: { value: '2027-05-09', quote: '9 May 2027' },
    rows: used.map(({ job, pieces, price, size }) => ({
      job: { value: job, quote: job },
      pieces: { value: pieces, quote: String(pieces) },
      price: { value: price, quote: price },
      size: { value: size, quote: size },
    })),
  };
  return { text, answer };
}

describe('answers that are wrong on purpose', () => {
  const total = 500;
  const pick = randomly(20_261_128);
  type Made = ReturnType<typeof made>['answer'];
  type Cell = { value: unknown; quote: string };

  /** Ways to be wrong: each changes one cell, and tells which. */
  const ways: ((answer: Made) => string | null)[] = [
    ({ rows: [row] }) => alter(row?.pieces, (cell) => ({ ...cell, value: Number(cell.value) + 1 }), 'rows[0].pieces'),
    ({ rows: [row] }) => alter(row?.price, (cell) => ({ ...cell, value: '1.00 GBP' }), 'rows[0].price'),
    (answer) => alter(answer.wanted, (cell) => ({ ...cell, value: '2027-05-10' }), 'wanted'),
    (answer) => alter(answer.vessel, (cell) => ({ ...cell, value: 'Merganser II' }), 'vessel'),
    (answer) => alter(answer.vessel, (cell) => ({ ...cell, quote: 'the good ship' }), 'vessel'),
    ({ rows: [row] }) =>
      alter(row?.job, (cell) => ({ ...cell, quote: String(cell.value).slice(0, -1) }), 'rows[0].job'),
    ({ rows: [row] }) => alter(row?.size, (cell) => ({ ...cell, value: 'large' }), 'rows[0].size'),
    ...(['job', 'pieces', 'price'] as const).flatMap((column) => [
      // The first row's cell in the last row, and the other way about.
      ({ rows }: Made) => borrow(rows, column, 0, rows.length - 1),
      ({ rows }: Made) => borrow(rows, column, rows.length - 1, 0),
      ({ rows }: Made) => borrow(rows, column, 0, 1),
      // Only the words are another row's.
      ({ rows }: Made) => {
        const [from, to] = [rows[0]?.[column], rows[1]?.[column]];
        return from && to ? alter(to, (cell) => ({ ...cell, quote: from.quote }), `rows[1].${column}`) : null;
      },
    ]),
  ];

  function alter(cell: Cell | undefined, change: (cell: Cell) => Cell, path: string): string | null {
    if (!cell) return null;
    Object.assign(cell, change(cell));
    return path;
  }

  function borrow(rows: Made['rows'], column: 'job' | 'pieces' | 'price', from: number, to: number): string | null {
    const [source_, target] = [rows[from]?.[column], rows[to]?.[column]];
    if (!source_ || !target || source_ === target) return null;
    return alter(target, () => source_, `rows[${to}].${column}`);
  }

  test(`${total} of them are flagged, each where it is wrong`, async () => {
    const missed: string[] = [];
    for (let i = 0; i < total; i++) {
      const { text, answer } = made(pick);
      expect(problemsOf(await answered(() => answer, { of: text }))).toEqual([]);
      const path = ways[i % ways.length]?.(answer);
      const flagged = problemsOf(await answered(() => answer, { of: text }));
      if (!flagged.includes(`YS-PROMPT-UNSUPPORTED ${path}`)) missed.push(`${path}: ${flagged.join(', ')}`);
    }
    expect(missed).toEqual([]);
  });
});

describe('a message that is too long for one question', () => {
  const lines = Array.from(
    { length: 40 },
    (_, i) => `${i + 1}. Notice ${i + 1}/27: buoy ${i + 100} is adrift, ${i + 2} metres off.`,
  );
  const long = `Subject: Notices\n\nWritten by Imogen Thrale\n\n${lines.join('\n\n')}\n`;
  const by = {
    sieve: 'notices',
    fields: { writer: { type: 'text' } },
    rows: { columns: { number: { type: 'text', required: true }, metres: { type: 'integer' } } },
    rules: [{ kind: 'prompt', ask: 'x', fills: ['writer', 'rows'], key: ['number'] }],
  };
  /** Answers by what stands in the part. */
  const answerPart = (request: ChatRequest) => {
    const shown = request.messages.at(-1)?.content ?? '';
    return {
      writer: shown.includes('Imogen Thrale') ? { value: 'Imogen Thrale', quote: 'Imogen Thrale' } : null,
      rows: [...shown.matchAll(/Notice (\d+\/27): .*?, (\d+) metres/g)].map(([, number, metres]) => ({
        number: { value: number, quote: number },
        metres: { value: Number(metres), quote: `${metres} metres` },
      })),
    };
  };

  test('is asked about in parts that cut no item, and the answers are one', async () => {
    const shown: string[] = [];
    const outcome = await answered(
      (request) => {
        shown.push(request.messages.at(-1)?.content ?? '');
        return answerPart(request);
      },
      { of: long, by, text: 700 },
    );
    expect(shown.length).toBeGreaterThan(3);
    expect(shown.every((part) => part.length < 1000 && part.includes('Notices'))).toBe(true);
    expect(shown.flatMap((part) => part.match(/^\d+\. Notice .*$/gm) ?? [])).toEqual(lines);
    expect(outcome.fields.writer).toBe('Imogen Thrale');
    expect(outcome.rows.map(({ number, metres }) => [number, metres])).toEqual(
      lines.map((_, i) => [`${i + 1}/27`, i + 2]),
    );
    expect(problemsOf(outcome)).toEqual([]);
  });

  test('rows of one key are one', async () => {
    const of = long.replace('Notice 40/27', 'Notice 2/27');
    const outcome = await answered(answerPart, { of, by, text: 700 });
    expect(outcome.rows).toHaveLength(39);
    expect(outcome.trace[0]).toMatchObject({ folded: 1 });
  });

  test('an answer that lacks a part is none', async () => {
    const outcome = await answered((request, i) => (i === 1 ? 'no' : answerPart(request)), { of: long, by, text: 700 });
    expect([outcome.rows, outcome.fields.writer]).toEqual([[], null]);
    expect(problemsOf(outcome)).toContain('YS-PROMPT-ANSWER ');
  });
});
