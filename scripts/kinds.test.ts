import { describe, expect, test } from '@jest/globals';
import { kindsNamed } from './kinds-named.mjs';

const found = (code: string, path = 'packages/core/src/sieve/x.ts') =>
  (kindsNamed([path], { noLib: true, noResolve: true }, { read: () => code }) as { kind: string }[]).map(
    ({ kind }) => kind,
  );
const field = 'declare const field: { type: string };';

describe('code that asks for a kind by its name', () => {
  test.each([
    [`${field} if (field.type === 'date') {}`, ['date']],
    [`${field} switch (field.type) { case 'amount': case 'url': }`, ['amount', 'url']],
    [`declare function take(field: { type: string }): void; take({ type: 'choice' })`, ['choice']],
    [`declare const rule: { kind: string }; if ('prompt' !== rule.kind) {}`, ['prompt']],
    // A union of its own says what the text may be, so it is another thing of the same name.
    [`declare const line: { kind: 'text' | 'blank' }; if (line.kind === 'text') {}`, []],
    [`${field} if (field.type === 'something else') {}`, []],
    [`declare const tag: string; if (tag === 'table') {}`, []],
  ])('%s', (code, kinds) => {
    expect(found(code)).toEqual(kinds);
  });

  test('is fine in the folder of the kind', () => {
    expect(found(`${field} field.type === 'date'`, 'packages/core/src/values/types/date.ts')).toEqual([]);
  });
});
