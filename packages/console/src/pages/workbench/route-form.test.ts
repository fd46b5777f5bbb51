import { describe, expect, test } from '@jest/globals';
import type { RouteItem } from '@yellow-sieve/contract';
import { fieldOfText, formOf, lackingColumns, routeOf, suggestedMapping, withColumns } from './route-form';

describe('a route in a form', () => {
  test.each<[string, RouteItem]>([
    ['all fields', { to: 'book' }],
    ['a condition', { to: 'chat', when: ['length', 'over', 20] }],
    ['a test that asks for nothing', { to: 'chat', when: ['email', 'present'] }],
    ['rows and a name', { to: 'lines', name: 'by line', each: 'row', in_review: 'deliver' }],
    [
      'a mapping with constants',
      { to: 'crm', with: { email: '{{ email }}', tags: ['berth'], year: 2027, sure: true } },
    ],
    ['a condition the form has no controls for', { to: 'chat', when: { any: [['length', 'over', 20]] } }],
    ['one that looks at another field', { to: 'chat', when: ['a', 'after', { field: 'b' }] }],
  ])('comes out as it went in: %s', (_, route) => {
    expect(routeOf(formOf(route), route)).toEqual(route);
  });

  test('leaves out what was not written', () => {
    const form = {
      ...formOf({ to: 'book' }),
      mapping: [
        { outside: ' Vessel ', text: '{{ vessel }}' },
        { outside: '', text: 'x' },
      ],
    };
    expect(routeOf(form, null)).toEqual({ to: 'book', with: { Vessel: '{{ vessel }}' } });
  });

  test.each([
    ['{{ vessel }}', 'vessel'],
    ['{{vessel}}', 'vessel'],
    ['Vessel {{ vessel }}', null],
    [7, null],
  ])('%j passes on the field %s', (text, field) => {
    expect(fieldOfText(text)).toBe(field);
  });
});

describe('a target with columns of its own', () => {
  const column = (name: string, required = false) => ({ name, required, help: null });
  const columns = [column('email', true), column('last_vessel'), column('name', true), column('notes')];

  test('is filled with the fields of its names, or of their last words', () => {
    expect(suggestedMapping(columns, ['vessel', 'email', 'skipper_name'])).toEqual([
      { outside: 'email', text: '{{ email }}' },
      { outside: 'last_vessel', text: '{{ vessel }}' },
      { outside: 'name', text: '{{ skipper_name }}' },
      { outside: 'notes', text: '' },
    ]);
  });

  test('the field of the very name comes before one that only ends alike', () => {
    expect(suggestedMapping([column('name')], ['skipper_name', 'name'])[0]?.text).toBe('{{ name }}');
  });

  test('columns nothing is written to stand behind those that are, empty', () => {
    const mapping = [
      { outside: 'email', text: '{{ email }}' },
      { outside: 'own', text: 'x' },
    ];
    expect(withColumns(mapping, columns).map(({ outside, text }) => [outside, text])).toEqual([
      ['email', '{{ email }}'],
      ['own', 'x'],
      ['last_vessel', ''],
      ['name', ''],
      ['notes', ''],
    ]);
  });

  test('what stays empty is not written', () => {
    const form = {
      ...formOf({ to: 'crm' }),
      mapping: withColumns([{ outside: 'email', text: '{{ email }}' }], columns),
    };
    expect(routeOf(form, null)).toEqual({ to: 'crm', with: { email: '{{ email }}' } });
  });

  test('what it requires and the route lacks is named', () => {
    expect(lackingColumns({ to: 'crm', with: { email: '{{ email }}' } }, columns, [])).toEqual(['name']);
    expect(lackingColumns({ to: 'crm' }, columns, ['email', 'name'])).toEqual([]);
    expect(lackingColumns({ to: 'crm' }, columns, ['vessel'])).toEqual(['email', 'name']);
  });
});
