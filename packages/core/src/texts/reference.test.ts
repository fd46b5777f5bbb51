import { describe, expect, test } from '@jest/globals';
import { Report } from '../files/index.js';
import { sieveScope } from '../names/index.js';
import { filterList } from './filter-list.js';
import { formatLetters } from './format-letters.js';
import { exampleScene, renderExample, textReference } from './reference.js';
import { compileText } from './text.js';

const scene = await exampleScene();
const problem = (source: string) => {
  const report = new Report(() => ({ line: 1, column: 1 }));
  expect(compileText(source, sieveScope({ arrival: { type: 'date' } }), [], report)).toBeNull();
  return report.problems[0];
};

describe('the reference of texts', () => {
  test.each(Object.entries(filterList))('%s does what its example says', (_, { text, gives }) => {
    expect(renderExample(text, scene)).toBe(gives);
  });

  test('has a value for nearly every name', async () => {
    const { names } = await textReference();
    const empty = names.filter(({ gives }) => gives === '').map(({ name }) => name);
    expect(names.length).toBeGreaterThan(45);
    expect(
      empty.every((name) => /html|quoted|forwarded|disclaimer|attachments|automatic|authenticated/.test(name)),
    ).toBe(true);
  });

  test.each(Object.keys(formatLetters))('the letters %s stand for something', (letters) => {
    expect(renderExample(`{{ message.date | date: '${letters}' }}`, scene)).not.toBe(letters);
  });
});

describe('what is wrong is told when a text is compiled', () => {
  test.each([
    ["{{ arrival | date: '%d.%m.%Y' }}", 'YS-TEXT-FORMAT', 'did you mean “dd”?'],
    ["{{ arrival | date: 'DD.MM.YYYY' }}", 'YS-TEXT-FORMAT', 'did you mean “dd”?'],
    ['{{ arrival | plus_day: 3 }}', 'YS-TEXT-FILTER', 'did you mean “plus_days”?'],
    ['{{ arrival | sha256 }}', 'YS-TEXT-FILTER', 'no filter'],
    ['{{ row.number }}', 'YS-TEXT-NAME', 'row.number'],
  ])('%s', (source, code, words) => {
    expect(problem(source)).toMatchObject({ code, text: expect.stringContaining(words) });
  });

  test('words of a format stand in quotes, and a bar in a text is no filter', () => {
    expect(renderExample(`{{ arrival | date: "d MMMM 'at' yyyy" }}`, scene)).toBe('14 May at 2027');
    expect(renderExample("{{ vessel | append: ' | boat' }}", scene)).toBe('Selkie | boat');
  });
});
