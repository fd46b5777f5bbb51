import { describe, expect, test } from '@jest/globals';
import type { RouteItem } from '@yellow-sieve/contract';
import { fieldOfText, formOf, routeOf } from './route-form';

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
