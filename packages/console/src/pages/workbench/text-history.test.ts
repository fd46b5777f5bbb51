import { describe, expect, test } from '@jest/globals';
import { historyOf, stepped, type TextHistory, type TextStep } from './text-history';

const after = (...steps: TextStep[]) => steps.reduce<TextHistory>(stepped, historyOf('a'));
const change = (text: string): TextStep => ({ do: 'change', text });

describe('the history of a text', () => {
  test('goes back and forth', () => {
    expect(after(change('b'), change('c'), { do: 'undo' })).toEqual({ past: ['a'], present: 'b', future: ['c'] });
    expect(after(change('b'), change('c'), { do: 'undo' }, { do: 'undo' }, { do: 'redo' }).present).toBe('b');
  });

  test('a change forgets what was undone; one that changes nothing is no step', () => {
    expect(after(change('b'), { do: 'undo' }, change('c'))).toEqual({ past: ['a'], present: 'c', future: [] });
    expect(after(change('b'), change('b')).past).toEqual(['a']);
  });

  test('ends at both ends, and begins anew', () => {
    expect(after({ do: 'undo' }, { do: 'redo' })).toEqual(historyOf('a'));
    expect(after(change('b'), { do: 'reset', text: 'z' })).toEqual(historyOf('z'));
  });
});
