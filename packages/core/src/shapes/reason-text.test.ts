import { expect, test } from '@jest/globals';
import { reasonText } from './index.js';

test.each([
  ['rows[1].line_total: “line_total” is required', 'line_total, row 2: “line_total” is required'],
  ['rows[0].a and rows[11].b', 'a, row 1 and b, row 12'],
  ['email: This is not readable.', 'email: This is not readable.'],
])('rows are counted as people see them: %s', (text, shown) => expect(reasonText(text)).toBe(shown));
