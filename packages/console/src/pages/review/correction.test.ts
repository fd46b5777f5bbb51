import { describe, expect, test } from '@jest/globals';
import type { Editable } from '@yellow-sieve/contract';
import { changeOf, isChanged, noDraft, rowTexts, wantsEye, withField } from './correction';

const editable = (name: string, options: Editable['options'] = {}) => ({ name, type: 'text', options }) as Editable;
const vessel = editable('vessel');
const moorings = editable('moorings', { many: true });
const form = { fields: [vessel, moorings], columns: [editable('item'), editable('litres')] };

describe('what a person writes over a record', () => {
  test('is a change only where it is not as it stood', () => {
    const written = withField(noDraft, vessel, 'Tern', 'Teal');
    expect(changeOf(written, form)).toEqual({ fields: { vessel: 'Tern' } });
    const back = withField(written, vessel, 'Teal', 'Teal');
    expect([isChanged(written), isChanged(back)]).toEqual([true, false]);
  });

  test('says that there is none where it is empty', () => {
    expect(changeOf(withField(noDraft, vessel, '  ', 'Teal'), form)).toEqual({ fields: { vessel: null } });
    expect(isChanged(withField(noDraft, vessel, '', null))).toBe(false);
  });

  test('of several values is a line each', () => {
    const written = withField(noDraft, moorings, 'North 3\n\nNorth 4\n', ['North 3']);
    expect(changeOf(written, form)).toEqual({ fields: { moorings: ['North 3', 'North 4'] } });
    expect(isChanged(withField(noDraft, moorings, 'North 3', ['North 3']))).toBe(false);
  });

  test('of rows is the whole list, with what is held back', () => {
    const rows = rowTexts(noDraft, [{ item: 'Diesel', litres: 40 }, { item: 'Water' }], form.columns);
    expect(rows).toEqual([
      { item: 'Diesel', litres: '40' },
      { item: 'Water', litres: '' },
    ]);
    expect(changeOf({ ...noDraft, rows, held: [1] }, form)).toEqual({
      fields: {},
      rows: [
        { item: 'Diesel', litres: '40' },
        { item: 'Water', litres: null },
      ],
      held_rows: [1],
    });
    expect(changeOf({ ...noDraft, held: [] }, form)).toEqual({ fields: {}, held_rows: [] });
  });

  test('wants a look before it is confirmed where it is wrong itself, or something else is that was not', () => {
    const problem = (path: string, text: string) => ({ path, text });
    const before = [problem('vessel', 'missing'), problem('nights', 'too many')];
    const written = withField(noDraft, vessel, 'Tern', '');
    expect(wantsEye([], before, written)).toBe(false);
    expect(wantsEye([problem('nights', 'too many')], before, written)).toBe(false);
    expect(wantsEye([problem('vessel', 'missing')], before, written)).toBe(true);
    expect(wantsEye([problem('nights', 'too few')], before, written)).toBe(true);
    const rows = { ...noDraft, rows: [{ item: 'rope' }] };
    expect(wantsEye([problem('rows[0].item', 'odd')], [problem('rows[0].item', 'odd')], rows)).toBe(true);
  });
});
