import { describe, expect, test } from '@jest/globals';
import { readMessage } from '../reading/index.js';
import { compileSieve, routeSchema, sift, tryCompileSieve } from './index.js';

const sieveWith = (route: object) => ({
  sieve: 'orders',
  fields: { no: { type: 'text' } },
  rows: { columns: { item: { type: 'text' }, count: { type: 'integer' } } },
  rules: [
    { kind: 'pattern', name: 'no', find: 'Order (?<no>\\w+)' },
    { kind: 'table', columns: { item: 'Item', count: 'Count' } },
  ],
  routes: [{ to: 'orders', ...route }],
});
const withRows = {
  with: { No: '{{ no }}' },
  rows: { Item: '{{ item }}', Of: '{{ no }}', Count: '{{ count }}', Unit: 'kg' },
};
const mail = readMessage(
  Buffer.from(
    'Content-Type: text/html\r\n\r\n<p>Order A7</p><table><tr><th>Item</th><th>Count</th></tr><tr><td>rope</td><td>2</td></tr><tr><td>tar</td><td>1</td></tr></table>',
  ),
);

describe('rows that go with their record', () => {
  test('are those of the record in their order, typed', async () => {
    const result = sift(await mail, compileSieve(sieveWith(withRows)));
    if (result.kind !== 'outcome') throw new Error('it asks');
    const [line, ...more] = result.hits[0]?.lines ?? [];
    expect(more).toEqual([]);
    expect(line?.cells.map(({ name }) => name)).toEqual(['No']);
    expect(line?.rows?.map((cells) => cells.map(({ name, kind }) => `${name} ${kind}`).join())).toEqual(
      Array(2).fill('Item text,Of text,Count integer,Unit text'),
    );
    expect(line?.rows?.[1]?.[2]?.value).toMatchObject({ decimal: '1' });
  });

  test('are in the schema of the route and its example', () => {
    const { schema, example } = routeSchema(compileSieve(sieveWith(withRows)), 'orders');
    expect(schema).toMatchObject({
      required: ['No', 'rows'],
      properties: { rows: { type: 'array', items: { type: 'object', required: ['Item', 'Of', 'Count', 'Unit'] } } },
    });
    expect(Object.keys((example.rows as object[])[0] ?? {})).toEqual(['Item', 'Of', 'Count', 'Unit']);
  });

  test.each([['row'], ['spread']])('go with no line for each %s', (each) => {
    const compiled = tryCompileSieve(sieveWith({ ...withRows, each }));
    expect(compiled.ok ? [] : compiled.problems.map(({ code }) => code)).toEqual(['YS-ROUTE-ROWS']);
  });

  test('a name that is wrong is told under its key', () => {
    const compiled = tryCompileSieve(sieveWith({ rows: { Item: '{{ itme }}' } }));
    expect(compiled.ok ? [] : compiled.problems).toMatchObject([{ code: 'YS-TEXT-NAME', path: 'routes[0].rows.Item' }]);
  });
});
