import { describe, expect, test } from '@jest/globals';
import { compileLayout } from './compile.js';

const fields = { vessel: { type: 'text' }, email: { type: 'email' }, remarks: { type: 'text' } };
const compile = (text: string) => {
  const layout = compileLayout('form', text, fields);
  return 'code' in layout
    ? layout
    : layout.landmarks.map(({ label, slots, below, block, endsAtBlank }) => ({
        label,
        slots: slots.map(({ slot }) => slot.field),
        below: below?.field ?? null,
        block,
        endsAtBlank,
      }));
};

describe('a layout', () => {
  test('a slot alone on its line hangs on the constant line above', () => {
    expect(compile('Your e-mail\n[[email]]\nRemarks:\n[[remarks]]')).toEqual([
      { label: 'Your e-mail', slots: [], below: 'email', block: false, endsAtBlank: true },
      { label: 'Remarks:', slots: [], below: 'remarks', block: true, endsAtBlank: false },
    ]);
  });

  test('text to ignore is a slot without a field', () => {
    expect(compile('Vessel: [[vessel]] ([[*]])')).toMatchObject([{ slots: ['vessel', null] }]);
  });

  test('four brackets are two of the message', () => {
    const layout = compileLayout('form', 'See [[[[vessel: [[vessel]]', fields);
    expect('code' in layout ? layout : layout.landmarks[0]?.before.map(({ norm }) => norm)).toEqual([
      'see',
      '[',
      '[',
      'vessel',
      ':',
    ]);
  });

  test.each([
    ['[[vessel]][[email]]', { code: 'YS-TEMPLATE-TOUCHING-SLOTS', slot: 'vessel', next: 'email' }],
    ['[[vessel]]', { code: 'YS-TEMPLATE-BARE-SLOT', slot: 'vessel' }],
    ['[[vessel]], [[email]]', { code: 'YS-TEMPLATE-BARE-SLOT', slot: 'vessel' }],
    ['Vessel: [[ves sel]]', { code: 'YS-TEMPLATE-SLOT', slot: 'ves sel' }],
    ['[[rows:]]\n- [[vessel]]\n[[:rows]]', { code: 'YS-TEMPLATE-BLOCK' }],
  ])('%j cannot be compiled', (text, fault) => {
    expect(compile(text)).toEqual(fault);
  });
});
