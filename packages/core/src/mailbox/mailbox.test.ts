import { describe, expect, test } from '@jest/globals';
import type { YsError } from '../errors/index.js';
import { readMessage } from '../reading/index.js';
import { compileSieve, noFacts } from '../sieve/index.js';
import { learnSorter, seenOf } from '../sorting/index.js';
import { compileMailbox, handleMessage, publicOutcome } from './index.js';

const sieve = (name: string, accept: unknown) =>
  compileSieve({
    sieve: name,
    fields: { word: { type: 'text' } },
    accept,
    rules: [{ kind: 'pattern', find: '(?<word>\\w+)' }],
  });
const sieves = new Map([
  ['keys', sieve('keys', ['message.subject', 'contains', 'key'])],
  ['films', sieve('films', ['message.category', 'is', 'filming'])],
  ['log', sieve('log', undefined)],
]);
const source = {
  mailbox: 'office',
  addresses: ['office@gannetbay.example'],
  accept: { none: [['message.automatic', 'is', 'true']] },
  sorter: {
    categories: [
      { category: 'filming', when: ['message.from.domain', 'is', 'morningtide.example'] },
      { category: 'general', when: ['message.subject', 'present'] },
    ],
  },
  sieves: ['keys.sieve.yaml', 'films'],
  routes: [{ to: 'office-log', with: { Category: '{{ message.category }}' } }],
};

async function handle(headers: string, more: object = {}) {
  const result = handleMessage(
    await readMessage(Buffer.from(`${headers}\n\nhello there`)),
    compileMailbox({ ...source, ...more }, sieves),
  );
  if (result.kind !== 'handled') throw new Error('nothing is wanted here');
  return result;
}

describe('a mailbox', () => {
  test('screens first, with the reason', async () => {
    const { verdict, reasons, outcome } = await handle('Subject: key\nAuto-Submitted: auto-replied');
    expect([verdict, reasons[0]?.code, outcome]).toEqual(['skipped', 'YS-MESSAGE-SCREENED', null]);
    expect(reasons[0]?.text).toContain('message.automatic');
  });

  test('sorts, then takes the first sieve that accepts', async () => {
    const filming = await handle('From: a@morningtide.example\nSubject: a permit');
    expect([filming.sorted?.category, filming.sorted?.confidence, filming.outcome?.sieve]).toEqual([
      'filming',
      1,
      'films',
    ]);
    expect((await handle('Subject: the key')).outcome).toMatchObject({ sieve: 'keys', fields: { word: 'hello' } });
  });

  test('what no category fits goes to review', async () => {
    expect((await handle('From: a@b.example')).reasons[0]?.code).toBe('YS-MESSAGE-UNSORTED');
  });

  test.each([
    [undefined, 'review', null],
    ['review', 'review', null],
    ['skip', 'skipped', null],
    ['done', 'sound', null],
    ['log', 'sound', 'log'],
  ])('what no sieve takes, with otherwise: %s, is %s', async (otherwise, verdict, taken) => {
    const result = await handle('Subject: noise', otherwise ? { otherwise } : {});
    expect([result.verdict, result.outcome?.sieve ?? null]).toEqual([verdict, taken]);
    if (!taken && otherwise !== 'done') expect(result.reasons[0]?.text).toContain('keys: message.subject is “noise”');
  });

  test('what was learned sorts what no condition takes, where it is sure enough', async () => {
    const sorter = {
      categories: [{ category: 'keys' }, { category: 'noise' }, source.sorter.categories[0]],
      threshold: 0.55,
    };
    const labels = [
      ['keys', 'the gate is locked and my card is blocked'],
      ['keys', 'we need a second key for the door'],
      ['noise', 'loud music until three'],
      ['noise', 'a humming keeps us awake'],
    ] as const;
    const read = (body: string) => readMessage(Buffer.from(`From: a@b.example\nSubject: hello\n\n${body}`));
    const learned = learnSorter(
      await Promise.all(labels.map(async ([category, body]) => ({ category, seen: seenOf(await read(body)) }))),
      [{ category: 'keys' }, { category: 'noise' }],
    );
    const mailbox = compileMailbox({ ...source, sorter, otherwise: 'done' }, sieves);
    const sortedAs = async (body: string) => {
      const result = handleMessage(await read(body), mailbox, { ...noFacts, sorter: { learned } });
      if (result.kind !== 'handled') throw new Error('nothing is wanted here');
      return result;
    };
    const sure = await sortedAs('the door is locked, we need a key card for the gate');
    expect(sure.sorted).toMatchObject({ category: 'keys', by: 'learned' });
    expect(sure.sorted?.why).toMatch(/^keys \d+ %.*at least 55 %; for keys: .*“gate”/);
    expect([sure.verdict, sure.hits.map(({ fires }) => fires)]).toEqual(['sound', [true]]);
    const unsure = await sortedAs('regards');
    expect([unsure.verdict, unsure.sorted?.category]).toEqual(['review', null]);
    expect(unsure.reasons[0]?.text).toContain('wanted are 55 %');
    // A list of all that came has what nobody could sort, too.
    expect(unsure.hits).toMatchObject([{ fires: true, inReview: 'deliver' }]);
    expect(publicOutcome('x', sure)).toMatchObject({ category: 'keys', confidence: sure.sorted?.confidence });
  });

  test('what only labels could decide was not tried without them, and that is said', async () => {
    const { reasons } = await handle('From: a@b.example', {
      sorter: { categories: [...source.sorter.categories, { category: 'noise' }] },
    });
    expect(reasons[0]?.text).toContain('“noise” was not tried');
  });

  test('has routes of its own for every message that is not skipped', async () => {
    const { hits } = await handle('Subject: noise');
    expect(hits[0]).toMatchObject({
      route: 'mailbox office/office-log',
      fires: true,
      lines: [{ cells: [{ value: { text: 'general' } }] }],
    });
  });

  test('an address that is none is said in words', () => {
    expect(() => compileMailbox({ ...source, addresses: ['no address'] }, sieves)).toThrow(
      /an address such as office@gannetbay\.example is wanted/,
    );
  });

  test.each([
    [{ sieves: ['nothing'] }, 'YS-MAILBOX-SIEVE'],
    [{ addresses: ['no address'] }, 'YS-FILE-WRONG-VALUE'],
    [{ accept: ['vessel', 'is', 'x'] }, 'YS-CONDITION-NAME'],
    [{ sorter: { categories: [{ category: 'none of these' }] } }, 'YS-SORTER-RESERVED'],
    [{ sorter: { categories: [{ category: 'a' }, { category: 'a' }] } }, 'YS-SORTER-TWICE'],
    [{ sorter: { categories: [], threshold: 2 } }, 'YS-FILE-WRONG-VALUE'],
    [{ routes: [{ to: 'x', with: { a: '{{ vessel }}' } }] }, 'YS-TEXT-NAME'],
  ])('cannot be compiled with %j', (more, code) => {
    try {
      compileMailbox({ ...source, ...more }, sieves);
      throw new Error('it must not compile');
    } catch (error) {
      expect((error as YsError).code).toBe(code);
    }
  });

  describe('finds who looks after a category', () => {
    const desks = {
      name: 'desks',
      revision: '1',
      columns: ['desk', 'address'],
      rows: [
        ['Filming', 'films@gannetbay.example'],
        ['general', ''],
      ],
    };
    const owners = { table: 'desks', by: 'desk', take: 'address' };
    const handled = async (more: { owners?: object; lookups?: Record<string, typeof desks>; own?: string }) => {
      const [filming, general] = source.sorter.categories;
      const sorter = {
        categories: [more.own === undefined ? filming : { ...filming, owner: more.own }, general],
        owners: more.owners ?? owners,
      };
      const routes = [{ to: 'desk', when: ['message.owner', 'present'], with: { to: '{{ message.owner }}' } }];
      const mailbox = compileMailbox({ ...source, sorter, sieves: [], otherwise: 'done', routes }, sieves);
      expect(mailbox.lookups).toEqual(['desks']);
      const results = ['From: a@morningtide.example\nSubject: x', 'Subject: x'].map(async (headers) =>
        handleMessage(await readMessage(Buffer.from(`${headers}\n\nhi`)), mailbox, {
          ...noFacts,
          lookups: more.lookups ?? { desks },
        }),
      );
      return (await Promise.all(results)).map((result) => {
        if (result.kind !== 'handled') throw new Error('nothing is wanted here');
        const { verdict, reasons, hits } = result;
        return [verdict, reasons[0]?.code ?? null, hits.map(({ fires }) => fires)];
      });
    };

    test('in a table, whatever case it is written in; one without an owner there has none', async () => {
      expect(await handled({})).toEqual([
        ['sound', null, [true]],
        ['sound', null, [false]],
      ]);
    });

    test('and sends all to review, so that no route stays silent, where the table is not there or lacks a column', async () => {
      const missing = ['review', 'YS-LOOKUP-NO-TABLE', []];
      expect(await handled({ lookups: {} })).toEqual([missing, missing]);
      const lacking = ['review', 'YS-LOOKUP-NO-COLUMN', []];
      expect(await handled({ owners: { ...owners, take: 'person' } })).toEqual([lacking, lacking]);
    });

    test('but first where the category says it itself', async () => {
      const [filming] = await handled({ own: 'elsewhere@gannetbay.example', lookups: {} });
      expect(filming).toEqual(['sound', null, [true]]);
    });
  });
});
