import { describe, expect, test } from '@jest/globals';
import { Report } from '../files/index.js';
import { type Scene, sieveScope } from '../names/index.js';
import { formOf, readMessage } from '../reading/index.js';
import { compileText, renderText } from './text.js';

const scope = sieveScope({ vessel: { type: 'text' }, arrival: { type: 'date' }, nights: { type: 'integer' } });
const reading = await readMessage(Buffer.from('From: Nils Aldous <nils@gannetbay.example>\nSubject: Hello\n\nBody'));
const scene: Scene = {
  reading,
  form: formOf(reading),
  arrival: {
    key: 'k',
    mailbox: 'm',
    recipient: 'r@x.example',
    trusted: [],
    admitted: false,
    received: '2027-05-14T08:13:00Z',
  },
  category: null,
  fields: new Map([
    ['vessel', { kind: 'text', text: 'Tern' }],
    ['arrival', { kind: 'date', date: '2027-02-27' }],
    ['nights', null],
  ]),
  rows: [],
  row: null,
  record: {},
};

function compile(source: string) {
  const report = new Report(() => ({ line: 1, column: 1 }));
  return { text: compileText(source, scope, ['with'], report), problems: report.problems };
}

const render = (source: string) => {
  const { text, problems } = compile(source);
  if (!text) throw new Error(problems[0]?.text);
  return renderText(text, scene);
};

describe('texts with tokens', () => {
  test.each([
    ['{{ vessel }} on {{ arrival }}', 'Tern on 2027-02-27'],
    ['{{ arrival | plus_days: 2 }}', '2027-03-01'],
    ['{{ arrival | minus_days: 30 }}', '2027-01-28'],
    ["{{ arrival | date: 'dd/MM/yyyy' }}", '27/02/2027'],
    ["{{ arrival | days_until: '2027-03-02' }}", '3'],
    ['{{ message.from.name }} <{{ message.from.address }}>', 'Nils Aldous <nils@gannetbay.example>'],
    ['{{ message.from }}', 'nils@gannetbay.example'],
    ['{% if vessel %}yes{% endif %}', 'yes'],
  ])('%s', (source, text) => {
    expect(render(source)).toEqual({ text, missing: [], stopped: false, failed: null });
  });

  test('says which names had no value', () => {
    expect(render('{{ arrival | plus_days: nights }}').missing).toEqual(['nights']);
  });

  test('says why a filter failed though every name has a value', () => {
    const { text, missing, failed } = render('{{ vessel | plus_days: 2 }}');
    expect([text, missing]).toEqual(['', []]);
    expect(failed).toContain('Tern');
  });

  test('knows when it is one name and nothing else', () => {
    expect(compile('{{ vessel }}').text?.only).toBe('vessel');
    expect(compile(' {{ message.subject }} ').text?.only).toBe('message.subject');
    expect(compile('{{ vessel | upcase }}').text?.only).toBeNull();
    expect(compile('x{{ vessel }}').text?.only).toBeNull();
  });

  test.each([
    ['{{ vesel }}', 'YS-TEXT-NAME', 'did you mean “vessel”?'],
    ['{{ vessel', 'YS-TEXT-SYNTAX', 'cannot be read'],
    ['{{ vessel | shout }}', 'YS-TEXT-FILTER', 'shout'],
    ['{% include "secret" %}', 'YS-TEXT-SYNTAX', 'cannot be read'],
  ])('%s cannot be compiled', (source, code, words) => {
    const { text, problems } = compile(source);
    expect(text).toBeNull();
    expect(problems[0]?.code).toBe(code);
    expect(problems[0]?.text).toContain(words);
  });

  test('a text cannot reach what is not a name', () => {
    expect(() => render('{{ vessel.constructor }}')).toThrow();
  });

  test.each([
    ['takes too long', '{% for a in (1..1000000) %}{% for b in (1..1000000) %}x{% endfor %}{% endfor %}'],
    ['becomes too long', '{% for a in (1..20000) %}{{ vessel }}{{ vessel }}{% endfor %}'],
  ])('what %s gives nothing, and says that it was stopped', (_, source) => {
    expect(render(source)).toEqual({ text: '', missing: [], stopped: true, failed: null });
  });
});
