import { expect, test } from '@jest/globals';
import { selectionOf } from './folder-selection.js';

const written = { since: '', newest: '' };

test('what is chosen of a folder is what the service is asked for; what is half written is not', () => {
  expect(selectionOf({ ...written, which: 'all' })).toEqual({});
  expect(selectionOf({ ...written, which: 'unread' })).toEqual({ unread: true });
  expect(selectionOf({ ...written, which: 'newest', newest: '20' })).toEqual({ newest: 20 });
  expect(selectionOf({ ...written, which: 'newest', newest: '0' })).toEqual({});
  expect(selectionOf({ ...written, which: 'since', since: '' })).toEqual({});
  const { since = '' } = selectionOf({ ...written, which: 'since', since: '2026-03-01' });
  expect(new Date(since).getDate()).toBe(1);
  expect(new Date(since).getHours()).toBe(0);
});
