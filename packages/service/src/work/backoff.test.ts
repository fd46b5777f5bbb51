import { describe, expect, test } from '@jest/globals';
import { backoffSeconds, maxAttempts } from './backoff.js';

describe('the wait before the next try', () => {
  test('doubles from two seconds, with jitter in its upper half', () => {
    expect(backoffSeconds(1, 0)).toBe(1);
    expect(backoffSeconds(1, 0.999999)).toBeCloseTo(2, 4);
    expect(backoffSeconds(5, 0)).toBe(16);
  });

  test('never exceeds four hours, and takes some hours in all', () => {
    expect(backoffSeconds(1000, 1)).toBe(4 * 3600);
    const all = Array.from({ length: maxAttempts - 1 }, (_, i) => backoffSeconds(i + 1, 0.5)).reduce(
      (a, b) => a + b,
      0,
    );
    expect(all / 3600).toBeGreaterThan(3);
    expect(all / 3600).toBeLessThan(24);
  });

  test('waits as long as the other side asks', () => {
    expect(backoffSeconds(1, 0, 90)).toBe(90);
  });
});
