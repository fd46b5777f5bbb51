import { describe, expect, test } from '@jest/globals';
import type { Landmark } from '../model.js';
import { compileLayout } from './landmarks.js';

const fields = {
  vessel: { type: 'text' },
  email: { type: 'email' },
  remarks: { type: 'text' },
  nights: { type: 'integer' },
};

function landmarks(text: string): Landmark[] {
  const layout = compileLayout('form', text, fields);
  if ('code' in layout) throw new Error(layout.code);
  return layout.landmarks;
}
const slotsOf = ({ slots, below, delimited }: Landmark) =>
  delimited
    ? delimited.slots.map(({ field }) => field)
    : [...slots.map(({ slot }) => slot.field), ...(below ? [below.field] : [])];

describe('a layout', () => {
  test('a slot alone on its line hangs on the constant line above', () => {
    expect(landmarks('Your e-mail\n[[email]]\nRemarks:\n[[remarks]]')).toMatchObject([
      { label: 'Your e-mail', slots: [], below: { field: 'email' }, block: false, endsAtBlank: true },
      { label: 'Remarks:', slots: [], below: { field: 'remarks' }, block: true, endsAtBlank: false },
    ]);
  });

  test('text to ignore is a slot without a field', () => {
    expect(landmarks('Vessel: [[vessel]] ([[*]])').map(slotsOf)).toEqual([['vessel', null]]);
  });

  test('a remark in brackets behind a label comes and goes; in the midst of one it is a part of it', () => {
    const wordsOf = (text: string) =>
      landmarks(text)[0]
        ?.before.map(({ norm }) => norm)
        .join(' ');
    expect(wordsOf('Length (in metres): [[remarks]]')).toBe('length :');
    expect(wordsOf('Length (LOA) of hull: [[remarks]]')).toBe('length ( loa ) of hull :');
    expect(wordsOf('(Optional) remarks: [[remarks]]')).toBe('( optional ) remarks :');
  });

  test('four brackets are two of the message', () => {
    expect(landmarks('See [[[[vessel: [[vessel]]')[0]?.before.map(({ norm }) => norm)).toEqual([
      'see',
      '[',
      '[',
      'vessel',
      ':',
    ]);
  });

  test.each([
    ['Vessel: [[vessel]]    Nights: [[nights]]', [['vessel'], ['nights']]],
    ['Vessel: [[vessel]] | Nights: [[nights]] | E-mail: [[email]]', [['vessel'], ['nights'], ['email']]],
    ['Vessel: [[vessel]], [[nights]] nights', [['vessel', 'nights']]],
    ['Vessel: [[vessel]] | Home: Thornby | Nights: [[nights]]', [['vessel'], ['nights']]],
    ['[[nights]] | Vessel: [[vessel]] | E-mail: [[email]]', [['nights', 'vessel'], ['email']]],
  ])('labelled values in columns are landmarks of their own: %j', (text, expected) => {
    expect(landmarks(text).map(slotsOf)).toEqual(expected);
  });

  test.each([
    ['the yacht [[vessel]] comes for [[nights]] nights', true],
    ['Vessel: [[vessel]] m', false],
    ['VESSEL NAME [[vessel]]', false],
    ['From [[vessel]] to [[remarks]]', true],
    ['We would like to see [[vessel]] ([[nights]]).', true],
  ])('%j is a sentence: %s', (text, prose) => {
    expect(landmarks(text)[0]?.prose).toBe(prose);
  });

  test('a sentence that is wrapped in the sample is one', () => {
    const [only, ...more] = landmarks(
      'we would like to bring the good old yacht\n[[vessel]] to you for [[nights]] nights',
    );
    expect(more).toEqual([]);
    expect(only && slotsOf(only)).toEqual(['vessel', 'nights']);
  });

  test('numbers and bullets before a label are no part of it', () => {
    const words = (text: string) =>
      landmarks(text)[0]
        ?.before.filter(({ word }) => word)
        .map(({ norm }) => norm);
    expect(words('3. How long?\n[[nights]]')).toEqual(['how', 'long']);
    expect(words('2) Vessel: [[vessel]]')).toEqual(['vessel']);
    expect(words('- Vessel: [[vessel]]')).toEqual(['vessel']);
  });

  test.each([
    ['BUOY|[[vessel]]|[[nights]]|END', '|', 4],
    ['[[vessel]];[[nights]];[[email]]', ';', 3],
    ['A,[[vessel]],[[nights]],[[email]]', ',', 4],
  ])('%j is a delimited line', (text, mark, cells) => {
    const delimited = landmarks(text)[0]?.delimited;
    expect(delimited?.mark).toBe(mark);
    expect(delimited?.cells).toHaveLength(cells);
  });

  test.each([
    ['[[vessel]][[email]]', { code: 'YS-TEMPLATE-TOUCHING-SLOTS', slot: 'vessel', next: 'email' }],
    ['[[vessel]]', { code: 'YS-TEMPLATE-BARE-SLOT', slot: 'vessel' }],
    ['[[vessel]] - [[email]]', { code: 'YS-TEMPLATE-BARE-SLOT', slot: 'vessel' }],
    ['Vessel: [[ves sel]]', { code: 'YS-TEMPLATE-SLOT', slot: 'ves sel' }],
  ])('%j cannot be compiled', (text, fault) => {
    expect(compileLayout('form', text, fields)).toEqual(fault);
  });
});
