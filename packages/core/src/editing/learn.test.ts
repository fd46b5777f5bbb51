import { describe, expect, test } from '@jest/globals';
import { readMessage } from '../reading/index.js';
import { compileSieve, noFacts, sift } from '../sieve/index.js';
import { type Edited, editSieve, type ShownMessage } from './index.js';

const letter = async (text: string): Promise<ShownMessage> => ({
  name: 'samples/a.eml',
  reading: await readMessage(Buffer.from(`Subject: A berth\r\nDate: Thu, 13 May 2027 09:00:00 +0100\r\n\r\n${text}`)),
});
const source = (edited: Edited): string => {
  if (!edited.ok) throw new Error(edited.problems.map(({ text }) => text).join(' '));
  return edited.source;
};
const fieldsOf = (text: string, { reading }: ShownMessage) => {
  const result = sift(reading, compileSieve(text), noFacts);
  return result.kind === 'outcome' ? result.outcome.fields : null;
};
const fields = `sieve: berths
locale: en-GB
fields:
  vessel: { type: text, required: true }
  arrival: { type: date }
  nights: { type: integer }
`;
const right = { fields: { vessel: 'Tern', arrival: '2027-05-16', nights: 3 }, rows: [] };

describe('a message that was put right', () => {
  test('becomes a layout of its own, by which others like it are read', async () => {
    const begun = `${fields}rules: [{ kind: pattern, find: 'Nothing like it (?<vessel>.+)' }]\n`;
    const shown = await letter('Ship: Tern\nComes on: 16 May\nNights to stay: 3\n');
    const next = source(editSieve(begun, { act: 'learn', as: 'layout', ...right }, shown));
    expect(fieldsOf(next, shown)).toEqual(right.fields);
    const other = await letter('Ship: Gull\nComes on: 2 June\nNights to stay: 1\n');
    expect(fieldsOf(next, other)).toEqual({ vessel: 'Gull', arrival: '2027-06-02', nights: 1 });
  });

  test('that has a layout has what was read wrongly marked where it stands', async () => {
    const layouted = `${fields}rules:
  - kind: template
    name: forms
    layouts:
      - name: form
        text: |
          Ship: [[vessel]]
          Comes on: [[arrival]]
`;
    const shown = await letter('Ship: Tern\nComes on: 16 May 2027\nNights to stay: 3\n');
    const next = source(editSieve(layouted, { act: 'learn', as: 'layout', ...right }, shown));
    expect(fieldsOf(next, shown)).toEqual(right.fields);
    expect(editSieve(next, { act: 'learn', as: 'layout', ...right }, shown)).toMatchObject({
      ok: false,
      problems: [{ code: 'YS-LEARN-NOTHING' }],
    });
  });

  test('becomes a worked example of what asks a model, once, with what it fills', async () => {
    const asking = `${fields}rules: [{ kind: prompt, name: ask, ask: 'vessel: the boat', fills: [vessel, nights] }]\n`;
    const shown = await letter('The Tern comes for three nights.\n');
    const once = source(editSieve(asking, { act: 'learn', as: 'example', ...right }, shown));
    const twice = source(editSieve(once, { act: 'learn', as: 'example', ...right }, shown));
    expect(compileSieve(twice).source.rules).toMatchObject([
      { examples: [{ message: 'samples/a.eml', gives: { vessel: 'Tern', nights: '3' } }] },
    ]);
    expect(twice).toBe(once);
  });

  test('has values that stand nowhere left out, and is refused where none stands in it', async () => {
    const shown = await letter('Ship: Tern\n');
    const begun = `${fields}rules: []\n`;
    const next = source(editSieve(begun, { act: 'learn', as: 'layout', ...right }, shown));
    expect(fieldsOf(next, shown)).toEqual({ vessel: 'Tern', arrival: null, nights: null });
    const nothing = { fields: { vessel: 'Petrel' }, rows: [] };
    expect(editSieve(begun, { act: 'learn', as: 'layout', ...nothing }, shown)).toMatchObject({ ok: false });
  });
});
