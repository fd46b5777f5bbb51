import { describe, expect, test } from '@jest/globals';
import type { ColumnItem } from '@yellow-sieve/contract';
import type { MessageOutcome } from '../message/outcome';
import { columnStates } from './column-states';

const text = 'Kedge anchor\nWhere: Pier C\n60 pounds\n\nTwo fenders\nWhere: Boat shed\n';
const at = (words: string) => ({
  how: 'read' as const,
  in: 'message.text',
  start: text.indexOf(words),
  end: text.indexOf(words) + words.length,
  raw: words,
  rule: 'cards',
});
const column = (name: string): ColumnItem =>
  ({ name, type: 'text', options: { type: 'text' }, required: false }) as ColumnItem;
const outcome = {
  rows: [
    { title: 'Kedge anchor', place: 'Pier C', price: 60, link: 'https://gear.example/1', by: null },
    { title: 'Two fenders', place: 'Boat shed', price: null, link: null, by: null },
  ],
  evidence: {
    'rows[0].title': [at('Kedge anchor')],
    'rows[0].place': [at('Pier C')],
    'rows[0].price': [at('60')],
    'rows[0].link': [at('Kedge anchor')],
  },
  problems: [{ code: 'YS-FIELD-MISSING', path: 'rows[0].by', text: 'Nobody offers it.' }],
} as unknown as MessageOutcome;

describe('columns of the shown message', () => {
  const states = columnStates(['title', 'place', 'price', 'link', 'by'].map(column), outcome, { text });

  test('say what the first item has, and how many have it', () => {
    expect(states.map(({ name, value, found }) => [name, value, found])).toEqual([
      ['title', 'Kedge anchor', 2],
      ['place', 'Pier C', 2],
      ['price', '60', 1],
      ['link', 'https://gear.example/1', 1],
      ['by', null, 0],
    ]);
    expect(states[4]?.problem).toBe('Nobody offers it.');
  });

  test('say where it stands in an item', () => {
    expect(states.map(({ where }) => where)).toEqual([
      'a line of its own',
      'after “Where:”',
      'before “pounds”',
      'where its link leads',
      '',
    ]);
  });
});
