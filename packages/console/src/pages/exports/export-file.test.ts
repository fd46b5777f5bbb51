import { expect, test } from '@jest/globals';
import { exportFileOf } from './export-file';

test('a choice of records becomes a file that says the same', () => {
  const filter = {
    sieve: 'berth-request',
    verdict: 'sound',
    field: 'pier',
    test: 'is',
    value: 'No, "th"',
    held: '',
    cursor: '',
  } as const;
  const choosing = {
    title: 'Berths: last month',
    period: 'last month',
    format: 'xlsx',
    zone: 'Europe/Lisbon',
  } as const;
  const { name, source } = exportFileOf(choosing, filter, ['vessel', 'length']);
  // Each line is JSON, which YAML reads as what it is.
  const read = Object.fromEntries(
    source
      .trim()
      .split('\n')
      .map((line) => [line.split(': ')[0], JSON.parse(line.replace(/^\w+: /, ''))]),
  );
  expect(read).toEqual({
    export: name,
    title: 'Berths: last month',
    sieve: 'berth-request',
    period: 'last month',
    zone: 'Europe/Lisbon',
    where: { verdict: 'sound', field: 'pier', is: 'No, "th"' },
    format: 'xlsx',
    columns: ['received', 'vessel', 'length'],
  });
  expect(name).toBe('berths-last-month');
});
