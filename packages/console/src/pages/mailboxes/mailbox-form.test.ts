import { describe, expect, test } from '@jest/globals';
import type { DestinationItem } from '@yellow-sieve/contract';
import { beginsAs, categoriesOf, namesFor, oneMore, shareOf, sorterAct, whenText } from './mailbox-form';

const sorter = {
  threshold: null,
  categories: [{ category: 'noise', about: null, owner: 'a@gannetbay.example', by_condition: true }],
};
const target = (of_message: Record<string, string>, addressed = false) =>
  ({ name: 'x', addressed, of_message }) as unknown as DestinationItem;

describe('a mailbox’s forms', () => {
  test('begin with two categories, and write those that have a name', () => {
    const [first, second] = categoriesOf(null);
    const written = oneMore([
      { ...(first as never as object), category: ' noise ', about: 'loud' } as never,
      second as never,
    ]);
    expect(sorterAct(written, undefined)).toEqual({
      act: 'set sorter',
      categories: [{ was: null, category: 'noise', about: 'loud' }],
    });
    expect(sorterAct(categoriesOf(sorter), 0.5)).toEqual({
      act: 'set sorter',
      categories: [{ was: 0, category: 'noise', owner: 'a@gannetbay.example' }],
      threshold: 0.5,
    });
  });

  test.each([
    ['', undefined],
    [' 0,6 ', 0.6],
    ['1', 1],
    ['60', null],
    ['sure', null],
  ])('how sure is written as %j', (text, share) => expect(shareOf(text)).toBe(share));

  test('a new route begins with what its destination has of a message', () => {
    const line = { sender: '{{ message.from.address }}', category: '{{ message.category }}' };
    expect(beginsAs({ sorter }, target(line)).mapping?.map(({ outside }) => outside)).toEqual(['sender', 'category']);
    expect(beginsAs({ sorter: null }, target(line)).mapping?.map(({ outside }) => outside)).toEqual(['sender']);
    const passed = target({ to: '{{ message.owner }}', original: 'as it is' }, true);
    expect(beginsAs({ sorter }, passed)).toEqual({
      mapping: [
        { outside: 'to', text: '{{ message.owner }}' },
        { outside: 'original', text: 'as it is' },
      ],
      when: { field: 'message.owner', test: 'present', value: '' },
    });
    expect(beginsAs({ sorter: null }, passed)).toEqual({
      mapping: [
        { outside: 'to', text: '' },
        { outside: 'original', text: 'as it is' },
      ],
    });
    expect(namesFor({ sorter: null })).not.toContain('message.owner');
  });

  test('conditions are told in a line, where they are no longer than that', () => {
    expect(whenText(undefined)).toBe('');
    expect(whenText(['message.category', 'is', 'noise'])).toBe('message.category is noise');
    expect(whenText({ none: [['message.automatic', 'is', 'true']] })).toBe(null);
    expect(whenText(['message.category', 'one of', ['a', 'b']] as never)).toBe(null);
  });
});
