import { expect, test } from '@jest/globals';
import { linesOf } from './payload-lines';

test.each<[string, unknown, [string, string][]]>([
  [
    'a line of cells',
    [{ name: 'Length', value: { kind: 'number', decimal: '9.2', unit: 'm' } }],
    [['Length', '9.2 m']],
  ],
  ['a missing value', [{ name: 'Pier', value: null }], [['Pier', '–']]],
  [
    'a constant list',
    { tags: ['berth', 'new'], name: 'Ottoline' },
    [
      ['tags', 'berth, new'],
      ['name', 'Ottoline'],
    ],
  ],
  ['a plain text', 'hello', [['', 'hello']]],
])('%s is shown as names and texts', (_, payload, lines) => {
  expect(linesOf(payload)).toEqual(lines);
});
