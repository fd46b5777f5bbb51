import { describe, expect, test } from '@jest/globals';
import { InHand } from './in-hand.js';

describe('how many of an owner are taken up at once', () => {
  test('a few of one nothing is known of, many of quick ones, one of slow ones', () => {
    const hand = new InHand(1);
    expect(hand.room('berths')).toBe(4);
    hand.take('berths');
    expect(hand.room('berths')).toBe(3);
    hand.done('berths', 5);
    expect(hand.room('berths')).toBe(16);
    for (let i = 0; i < 9; i++) hand.take('berths');
    expect(hand.room('berths')).toBe(0);
    for (let i = 0; i < 9; i++) hand.done('berths', 5);
    hand.take('berths');
    hand.done('berths', 5000);
    expect([hand.room('berths'), hand.room('fuel')]).toEqual([1, 4]);
    hand.take('berths');
    expect(hand.room('berths')).toBe(0);
  });

  test('quick ones are believed again after some of them', () => {
    const hand = new InHand(1);
    for (const ms of [2000, ...Array<number>(20).fill(4)]) {
      hand.take('berths');
      hand.done('berths', ms);
    }
    expect(hand.room('berths')).toBe(16);
  });

  test('of what ended without a word nothing is learned', () => {
    const hand = new InHand(1);
    hand.take('berths');
    hand.done('berths');
    expect(hand.room('berths')).toBe(4);
  });
});
