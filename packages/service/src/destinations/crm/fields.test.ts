import { describe, expect, test } from '@jest/globals';
import { parseDescription } from './description.js';
import { fitFields, type Plain } from './fields.js';

const description = parseDescription(`
crm: desk
title: Desk
base: http://desk.example
credentials: {}
headers: {}
test: /me
entities:
  thing:
    title: thing
    path: /things
    fields:
      name: { required: true }
      size: { type: number }
      count: { type: whole number }
      day: { type: date }
      yes: { type: yes-no }
      tags: { type: list }
`);
const thing = description.entities.thing;
const fit = (values: Record<string, Plain>) => {
  if (!thing) throw new Error('the description has no thing');
  return fitFields({ name: 'x', ...values }, thing);
};

describe('values for a CRM', () => {
  test.each<[string, Plain, Plain]>([
    ['size', '21.5', 21.5],
    ['size', 3, 3],
    ['count', 4, 4],
    ['day', '2027-05-01', '2027-05-01'],
    ['yes', true, true],
    ['yes', 'no', false],
    ['tags', 'berth, new ,', ['berth', 'new']],
    ['tags', ['a'], ['a']],
    ['name', 7, '7'],
  ])('%s takes %j as %j', (field, value, fitted) => {
    expect(fit({ [field]: value })).toMatchObject({ ok: true, fields: { [field]: fitted } });
  });

  test.each<[string, Plain, string]>([
    ['size', 'big', 'YS-CRM-FIELD-TYPE'],
    ['count', 2.5, 'YS-CRM-FIELD-TYPE'],
    ['day', '1 May', 'YS-CRM-FIELD-TYPE'],
    ['yes', 'perhaps', 'YS-CRM-FIELD-TYPE'],
    ['sise', 4, 'YS-CRM-FIELD'],
  ])('%s does not take %j', (field, value, code) => {
    expect(fit({ [field]: value })).toMatchObject({ ok: false, code });
  });

  test('what is required and missing is told', () => {
    expect(thing && fitFields({ size: 1 }, thing)).toMatchObject({ ok: false, code: 'YS-CRM-FIELD-MISSING' });
  });
});

test('a description with a mistake is told at its line', () => {
  expect(() => parseDescription('crm: desk\ntitle: Desk\nentitys: {}\n')).toThrow(/line \d/);
});
