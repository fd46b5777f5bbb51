import { describe, expect, test } from '@jest/globals';
import { editSieve } from './edit-sieve.js';
import { proposeFields } from './propose-fields.js';

const proposed = (ask: string) =>
  proposeFields(ask).map(({ name, options, inRows }) => `${inRows ? 'rows.' : ''}${name}: ${options.type}`);

describe('fields that instructions speak of', () => {
  test('by the names of their lines', () => {
    const ask = [
      'Somebody asks for a berth.',
      'vessel: the name of the boat.',
      'arrival: the day she arrives.',
      'nights: how many nights she stays.',
      'pier: North, South or Visitors.',
      'paid: true if they have paid.',
      'email, phone: where they can be reached.',
      'price: what they want to pay.',
      'summary: what they want, in one sentence.',
      'One row for each extra:',
      'extra: what it is.',
      'count: how many.',
    ].join('\n');
    expect(proposed(ask)).toEqual([
      'vessel: text',
      'arrival: date',
      'nights: integer',
      'pier: choice',
      'paid: yes-no',
      'email: email',
      'phone: phone',
      'price: amount',
      'summary: text',
      'rows.extra: text',
      'rows.count: integer',
    ]);
    const of = (name: string) => proposeFields(ask).find((one) => one.name === name)?.options;
    expect(of('pier')).toEqual({ type: 'choice', choices: ['North', 'South', 'Visitors'], basis: 'judged' });
    expect([of('paid')?.basis, of('summary')?.basis]).toEqual(['judged', 'written']);
  });

  test('by the questions they ask', () => {
    expect(
      proposed(
        'Which vessel is it, who writes, and by when is it wanted? One row for each job. Where on the vessel, if said.',
      ),
    ).toEqual(['vessel: text', 'who: text', 'when: date', 'rows.where: text']);
  });

  test.each([
    [
      'German',
      'tag: der Tag, an dem sie kommen.\npersonen: wie viele Personen.\ndringend: ja oder nein.',
      ['tag: date', 'personen: integer', 'dringend: yes-no'],
    ],
    ['French', 'heure : l’heure du rendez-vous.\nprix : le prix maximal.', ['heure: time', 'prix: amount']],
    ['Spanish', 'fecha: el día del viaje.\nmotivo: revisión, avería o neumáticos.', ['fecha: date', 'motivo: choice']],
  ])('in %s', (_, ask, expected) => {
    expect(proposed(ask)).toEqual(expected);
  });

  test('are added to a sieve in one act, and what it has stays as it is', () => {
    const source = 'sieve: s\nfields:\n  vessel: { type: choice, choices: [Tern] } # ours\nrules: []\n';
    const edited = editSieve(
      source,
      { act: 'propose fields', ask: 'vessel: the boat.\nwanted: the day.\nOne row for each job:\njob: what it is.' },
      null,
    );
    expect(edited).toEqual({
      ok: true,
      names: ['vessel', 'wanted', 'job'],
      source:
        'sieve: s\nfields:\n  vessel: { type: choice, choices: [Tern] } # ours\n  wanted: { type: date }\nrows:\n  columns:\n    job:\n      type: text\nrules: []\n',
    });
  });

  test('of nothing there are none', () => {
    expect(proposed('Please read carefully.')).toEqual([]);
  });
});
