import { describe, expect, test } from '@jest/globals';
import { downloadPath, recordsFilterOf } from './records-query';

const filterOf = (address: string) => {
  const search = new URLSearchParams(address);
  return recordsFilterOf((name) => search.get(name) ?? '');
};
const queryOf = (path: string) => Object.fromEntries(new URL(path, 'http://x').searchParams);

describe('the address of a download', () => {
  test('has the filters and the columns in sight', () => {
    const filter = filterOf('sieve=berth-request&verdict=sound&field=length&test=at_least&value=20&cursor=x');
    expect(queryOf(downloadPath(filter, 'csv', ['vessel', 'length']))).toEqual({
      sieve: 'berth-request',
      verdict: 'sound',
      field: 'length',
      at_least: '20',
      format: 'csv',
      columns: 'received,verdict,vessel,length',
    });
  });

  test('leaves out a field that is compared with nothing, and a test that does not exist', () => {
    expect(queryOf(downloadPath(filterOf('sieve=a&field=length'), 'jsonl', []))).not.toHaveProperty('field');
    expect(filterOf('test=greater').test).toBe('is');
  });

  test('cannot be led astray by what is typed', () => {
    const filter = filterOf(`sieve=a&field=vessel&value=${encodeURIComponent('x&format=xlsx#')}`);
    expect(queryOf(downloadPath(filter, 'csv', []))).toMatchObject({ is: 'x&format=xlsx#', format: 'csv' });
  });
});
