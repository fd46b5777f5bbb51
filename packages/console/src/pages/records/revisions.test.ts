import { expect, test } from '@jest/globals';
import type { RecordRevision } from '@yellow-sieve/contract';
import { madeBy, placesOf, shownAt } from './revisions';

const revision = (part: Partial<RecordRevision>) =>
  ({
    sieve: 'orders',
    fields: {},
    rows: [],
    held_rows: [],
    entered: [],
    made_from: { sieveVersion: 2, answers: [] },
    ...part,
  }) as unknown as RecordRevision;

const one = revision({ fields: { vessel: 'Tern' }, rows: [{ item: 'Diesel', litres: 40 }] });
const two = revision({
  fields: { vessel: 'Tern', pier: 'North' },
  rows: [
    { item: 'Diesel', litres: null },
    { item: 'Water', litres: 9 },
  ],
  held_rows: [1],
});

test('fields of either stand side by side, then rows as people count them', () => {
  expect(placesOf([one, two])).toEqual(['vessel', 'pier', 'row 1', 'row 2']);
  expect(['pier', 'row 1', 'row 2'].map((place) => [shownAt(one, place), shownAt(two, place)])).toEqual([
    ['', 'North'],
    ['item Diesel, litres 40', 'item Diesel'],
    ['', 'item Water, litres 9 (held back)'],
  ]);
});

test('what made it is named', () => {
  expect(madeBy(one)).toBe('version 2 of orders');
  const made_from = { sieveVersion: null, answers: ['1'] } as never;
  expect(madeBy(revision({ made_from, entered: ['vessel'] as never }))).toBe(
    'draft of orders, a model’s answers, values of a person',
  );
});
