import { describe, expect, test } from '@jest/globals';
import { spokenFilters } from '../../parts/spoken-filters';
import { filterOf, narrowing, noFilters, searchOf } from './messages-query';

const filter = (of: Record<string, string>) => filterOf((name) => of[name] ?? '');

describe('the filters of the list', () => {
  test('what is empty narrows nothing', () => {
    expect(narrowing(filter({ find: 'tern', mailbox: '', state: 'review' }))).toEqual({
      find: 'tern',
      state: 'review',
    });
    expect(searchOf(filter({}))).toBe('');
  });

  test('the address has them, and the page it is at; a saved view has no page', () => {
    const at = filter({ find: '"shore power"', cursor: '0199' });
    expect(searchOf(at)).toBe('?find=%22shore+power%22&cursor=0199');
    expect(narrowing(at)).toEqual({ find: '"shore power"' });
  });

  test('names that are no filters are left where they are', () => {
    expect(searchOf(filter({ colour: 'red', sieve: 'berths' }))).toBe('?sieve=berths');
  });

  test('putting others over them empties each, the page too', () => {
    expect(Object.values(noFilters).every((one) => one === null)).toBe(true);
    expect(Object.keys(noFilters).sort()).toEqual(Object.keys(filter({})).sort());
  });

  test('a cause and a category may be written where words are; anything else with a sign is a field', () => {
    expect(spokenFilters('battery cause=YS-CHECK-FAILED')).toEqual({ find: 'battery', cause: 'YS-CHECK-FAILED' });
    expect(spokenFilters('category=repair vessel=Tern')).toEqual({ find: 'vessel=Tern', category: 'repair' });
    expect(spokenFilters('because=1')).toEqual({ find: 'because=1' });
  });
});
