import { describe, expect, test } from '@jest/globals';
import { parse } from 'yaml';
import { checkParts, takeParts } from './index.js';

const file = `parts:
  station: { find: '[NS]-~integer~', matches: [N-7, S-12], not: [7-N] }
  gust: { find: '~integer~ kn', matches: [12 kn] }
`;
const sieve = `sieve: s
fields:
  at: { type: text }
# As the stations write it.
rules:
  - { kind: pattern, find: '(?<at>~word~)' }
`;

describe('a file of parts', () => {
  test('is fine when each part keeps its examples', () => {
    expect(checkParts(file)).toEqual({ ok: true, names: ['station', 'gust'] });
    const wrong = checkParts(file.replace('[7-N]', '[N-9]'));
    expect(wrong.ok ? [] : wrong.problems).toMatchObject([
      { code: 'YS-PART-EXAMPLE', path: 'parts.station.not', line: 2 },
    ]);
    const other = checkParts('prats: {}\n');
    expect(other.ok ? [] : other.problems.map(({ code }) => code)).toContain('YS-FILE-UNKNOWN-KEY');
  });

  test('is copied into a sieve, and again when it has changed; what stands around stays', () => {
    const taken = takeParts(sieve, file);
    const text = taken.ok ? taken.source : '';
    expect(parse(text).parts).toEqual(parse(file).parts);
    const far = takeParts(sieve.replace('sieve: s\n', 'sieve: s\n# About it.\n\n'), file);
    expect(far.ok ? far.source : '').toMatch(/# About it\.\n\nfields:[\s\S]*parts:/);
    expect(text).toContain('# As the stations write it.\nrules:');
    const again = takeParts(text, file.replace('[12 kn]', '[12 kn, 7 kn]'));
    expect(parse(again.ok ? again.source : '').parts.gust.matches).toEqual(['12 kn', '7 kn']);
    expect(takeParts(text, file)).toMatchObject({ ok: true, source: text });
  });
});
