import { describe, expect, test } from '@jest/globals';
import { heldBy, matchOf, sourceOfMatch } from './lookup-match';

describe('how a field is held against a table', () => {
  test.each([
    ['buoy', { how: 'folded', column: 'buoy' }],
    [
      { column: 'code', match: 'prefix' },
      { how: 'prefix', column: 'code' },
    ],
    [
      { column: 'code', match: 'exact' },
      { how: 'exact', column: 'code' },
    ],
    [
      { from: 'min', to: 'max' },
      { how: 'between', from: 'min', to: 'max' },
    ],
  ])('%j is read, and written back as it was', (source, match) => {
    expect(matchOf(source)).toEqual(match);
    expect(sourceOfMatch(matchOf(source) ?? { how: 'folded', column: '' })).toEqual(source);
  });

  test.each([[{ column: 'code', match: 'near' }], [{ from: 'min' }], [{ column: 'code', more: 1 }], [null], [4]])(
    '%j is left to the lines of the rule',
    (source) => expect(matchOf(source)).toBeNull(),
  );

  test('another way keeps the column', () => {
    expect(heldBy({ how: 'folded', column: 'min' }, 'between')).toEqual({ how: 'between', from: 'min', to: '' });
    expect(heldBy({ how: 'between', from: 'min', to: 'max' }, 'exact')).toEqual({ how: 'exact', column: 'min' });
    expect(heldBy({ how: 'between', from: 'min', to: 'max' }, 'between')).toMatchObject({ to: 'max' });
  });
});
