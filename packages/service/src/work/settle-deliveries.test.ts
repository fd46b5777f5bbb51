import { describe, expect, test } from '@jest/globals';
import { maxAttempts } from './backoff.js';
import { type DeliveryRow, settlement } from './settle-deliveries.js';

const row = (attempts = 0) => ({ id: 'd', attempts }) as DeliveryRow;

describe('what a try means for its delivery', () => {
  test('it is there', () => {
    expect(settlement(row(), { result: 'delivered', answer: 'inserted' })).toMatchObject({
      state: 'delivered',
      code: null,
      answer: 'inserted',
    });
  });

  test('it was taken out again, or stays where the target is not ours to take from', () => {
    expect(settlement(row(), { result: 'taken out', answer: 'gone' }).state).toBe('dropped');
    expect(settlement(row(), { result: 'left', answer: 'not ours' })).toMatchObject({
      state: 'delivered',
      leftOver: true,
    });
  });

  test('refused, it stops at once, with what the target said', () => {
    const refused = settlement(row(), { result: 'refused', answer: 'Out of range' });
    expect(refused).toMatchObject({ state: 'stopped', code: 'YS-DELIVERY-REFUSED', answer: 'Out of range' });
    expect(refused.retrySeconds).toBeUndefined();
  });

  test('where nobody answers it is tried again, later each time, and not before the target allows it', () => {
    const wait = (attempts: number) =>
      settlement(row(attempts), { result: 'unreachable', answer: 'no answer' }).retrySeconds ?? 0;
    expect(wait(0)).toBeGreaterThanOrEqual(1);
    expect(wait(0)).toBeLessThanOrEqual(2);
    expect(wait(5)).toBeGreaterThan(wait(0));
    const asked = settlement(row(), { result: 'unreachable', answer: 'busy', retryAfterSeconds: 600 });
    expect(asked).toMatchObject({ state: 'retrying', code: 'YS-DELIVERY-UNREACHABLE' });
    expect(asked.retrySeconds).toBeGreaterThanOrEqual(600);
  });

  test('where it is not known whether it arrived, that is said, and it is tried again', () => {
    expect(settlement(row(), { result: 'uncertain', answer: 'no word' })).toMatchObject({
      state: 'uncertain',
      code: 'YS-DELIVERY-UNCERTAIN',
    });
  });

  test.each(['unreachable', 'uncertain'] as const)('it gives up after so many tries: %s', (result) => {
    const tried = { result, answer: 'no answer' };
    expect(settlement(row(maxAttempts - 2), tried).state).not.toBe('stopped');
    const last = settlement(row(maxAttempts - 1), tried);
    expect(last).toMatchObject({ state: 'stopped', code: 'YS-DELIVERY-GAVE-UP' });
    expect(last.answer).toContain('no answer');
  });
});
