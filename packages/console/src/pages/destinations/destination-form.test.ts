import { describe, expect, test } from '@jest/globals';
import type { FormEntry } from '@yellow-sieve/contract';
import { connectionOf, destinationOf, nameOf, valuesOf } from './destination-form';

const entry = (name: string, more: Partial<FormEntry> = {}): FormEntry => ({
  name,
  as: 'text',
  required: false,
  title: name,
  help: null,
  offers: [],
  ...more,
});

describe('the form of a destination', () => {
  test.each([
    ['Berth book', 'berth-book'],
    ['  Übersicht / Mai  ', 'ubersicht-mai'],
    ['港', 'destination'],
    ['x'.repeat(80), 'x'.repeat(63)],
  ])('“%s” is named %s', (title, name) => {
    expect(nameOf(title)).toBe(name);
  });

  test('gives values of the types the entries have, and leaves out what is empty', () => {
    const entries = [
      entry('port', { as: 'number' }),
      entry('key', { as: 'texts' }),
      entry('credentials.user'),
      entry('credentials.pass', { as: 'secret' }),
      entry('base'),
      entry('entity', { required: true, offers: ['contact', 'job'] }),
      entry('find_by', { offers: ['email'] }),
      entry('headers', { as: 'pairs' }),
    ];
    const written = {
      headers: 'X-Team: harbour\n\nX-Trace:  on: yes ',
      port: '25',
      key: 'vessel, arrival',
      'credentials.user': 'a',
      'credentials.pass': 'b',
      base: ' ',
    };
    expect(valuesOf(entries, written)).toEqual({
      port: 25,
      key: ['vessel', 'arrival'],
      credentials: { user: 'a', pass: 'b' },
      entity: 'contact',
      headers: { 'X-Team': 'harbour', 'X-Trace': 'on: yes' },
    });
  });

  test('a connection has what was written, and nothing that was not', () => {
    expect(connectionOf('crm', [entry('credentials.key')], {})).toEqual({ kind: 'crm' });
    expect(connectionOf('smtp', [entry('host')], { host: 'h' })).toEqual({ kind: 'smtp', host: 'h' });
  });

  test('is written as a file', () => {
    const file = destinationOf({ name: 'a', title: ' A ', kind: 'sheet', options: [], written: {} }, null);
    expect(JSON.parse(new TextDecoder().decode(file))).toEqual({ destination: 'a', title: 'A', kind: 'sheet' });
  });
});
