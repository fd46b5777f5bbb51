import { expect, test } from '@jest/globals';
import { csvText } from './csv-text';

test('cells with marks of the format stand in quotes', () => {
  const lines = [
    ['buoy', 'keeper'],
    ['B7', 'Lindqvist, Ebba'],
    ['B9', 'the "old" mast'],
    ['', ' x'],
  ];
  expect(csvText(lines)).toBe('buoy,keeper\nB7,"Lindqvist, Ebba"\nB9,"the ""old"" mast"\n," x"');
});
