import { expect, test } from '@jest/globals';
import { placeText, sourceFrom } from './place-form';

const form = {
  place: 'file',
  file: ' buoys.csv ',
  url: 'https://a.example/b.csv',
  connection: 'c',
  table: 't',
  minutes: '',
} as const;

test('only what belongs to the place is said', () => {
  expect(sourceFrom(form)).toEqual({ file: 'buoys.csv' });
  expect(sourceFrom({ ...form, place: 'url', minutes: '5' })).toEqual({ url: form.url, every_minutes: 5 });
  expect(sourceFrom({ ...form, place: 'database' })).toEqual({ connection: 'c', table: 't' });
});

test('in few words', () => {
  expect((['file', 'url', 'database'] as const).map((place) => placeText(sourceFrom({ ...form, place })))).toEqual([
    'buoys.csv',
    form.url,
    'c.t',
  ]);
});
