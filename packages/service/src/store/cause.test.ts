import { expect, test } from '@jest/globals';
import type { Problem, Reason } from '@yellow-sieve/core';
import { causeOf } from './cause.js';

const reason = (code: string) => ({ code, text: 'why' }) as Reason;
const problem = (code: string, path: string) => ({ code, path, text: 'why' }) as Problem;

test.each([
  ['nothing is wrong', [], [], null],
  [
    'the field it is about',
    [reason('YS-FIELD-MISSING')],
    [problem('YS-FIELD-MISSING', 'email')],
    'YS-FIELD-MISSING email',
  ],
  [
    'cells of a column, whatever their row',
    [reason('YS-FIELD-MISSING')],
    [problem('YS-FIELD-MISSING', 'rows[17].litres')],
    'YS-FIELD-MISSING rows.litres',
  ],
  ['one that is about the whole record', [reason('YS-REVIEW-ALWAYS')], [], 'YS-REVIEW-ALWAYS'],
  [
    'the first of several',
    [reason('YS-CHECK-FAILED'), reason('YS-FIELD-MISSING')],
    [problem('YS-CHECK-FAILED', ''), problem('YS-FIELD-MISSING', 'email')],
    'YS-CHECK-FAILED',
  ],
  [
    'a problem of another code says nothing of it',
    [reason('YS-REVIEW-PROMPT')],
    [problem('YS-VALUE-DATE', 'arrival')],
    'YS-REVIEW-PROMPT',
  ],
])('%s', (_, reasons, problems, cause) => expect(causeOf(reasons, problems)).toBe(cause));

test('it is never longer than its column', () => {
  const path = 'x'.repeat(300);
  expect(causeOf([reason('YS-FIELD-MISSING')], [problem('YS-FIELD-MISSING', path)])).toHaveLength(140);
});
