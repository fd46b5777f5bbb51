import { describe, expect, test } from '@jest/globals';
import { formOfStep, newStep, stepOfForm } from './rule-steps';

describe('steps of a cut as controls', () => {
  test.each([
    'tidy',
    { after: 'Remarks:' },
    { before: { edge: 'blank line' } },
    { after: { text: 'to', take: 'last', case: 'any' } },
    { keep: { pattern: '~date~', take: 2 } },
    { between: ['<', '>'] },
    { line: -1 },
    { lines: { text: 'ok', case: 'any' } },
    { split: ';' },
    { replace: { find: { pattern: '\\s+' }, with: ' ' } },
    { drop: 'x' },
  ])('%j comes back as it was', (step) => {
    const form = formOfStep(step);
    expect(form.kind).toBe('step');
    expect(stepOfForm(form)).toEqual(step);
  });

  test.each([{ lines: [2, 3] }, { between: [{ edge: 'ruling' }, 'x'] }, { after: 'a', before: 'b' }, 7])(
    '%j has no controls, and is kept',
    (step) => {
      expect(formOfStep(step).kind).toBe('other');
      expect(stepOfForm(formOfStep(step))).toEqual(step);
    },
  );

  test('one that lacks its words is none yet', () => {
    expect(stepOfForm(newStep)).toBeUndefined();
    expect(stepOfForm({ ...newStep, act: 'line', way: 'number', value: '0' } as never)).toBeUndefined();
  });
});
