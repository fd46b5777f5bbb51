import { describe, expect, test } from '@jest/globals';
import type { MessageCoverage } from '@yellow-sieve/core';
import { TriedMessages } from './tried-messages';

const covered = (...messages: string[]) => messages.map((message) => ({ message }) as MessageCoverage);

describe('what was tried', () => {
  test('is counted by the text it was tried with last', () => {
    const tried = new TriedMessages();
    tried.add('one', covered('a', 'b', 'c'));
    expect(tried.triedWith('one')).toBe(3);
    tried.add('two', covered('a', 'b'));
    expect([tried.triedWith('one'), tried.triedWith('two')]).toEqual([1, 2]);
    expect(tried.get('a')?.source).toBe('two');
  });

  test('with a text that is gone back to counts those it was tried with before', () => {
    const tried = new TriedMessages();
    tried.add('one', covered('a', 'b', 'c'));
    tried.add('two', covered('a'));
    tried.add('one', covered('a'));
    expect([tried.triedWith('one'), tried.triedWith('two')]).toEqual([3, 0]);
  });

  test('twice is once', () => {
    const tried = new TriedMessages();
    tried.add('one', covered('a'));
    tried.add('one', covered('a'));
    expect(tried.triedWith('one')).toBe(1);
  });
});
