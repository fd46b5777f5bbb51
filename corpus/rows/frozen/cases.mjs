// The frozen set of rows: every family, number of items, change of the items and carriage. It is scored, never tuned to.
import { formOf, readMessage } from '@yellow-sieve/core';
import { chances, seedOf } from '../../templates/kit/random.mjs';
import { escaped } from '../../templates/kit/words.mjs';
import { families } from './families.mjs';
import { carriages, contents } from './surroundings.mjs';

const counts = [0, 1, 2, 4, 11, 37];

export const rawOf = (body, html) =>
  Buffer.from(
    [
      'From: Quay shop <shop@quayshop.example>',
      'To: office@gannetbay.example',
      'Subject: What you asked for',
      'Date: Fri, 14 May 2027 09:12:00 +0100',
      'Message-ID: <rows@quayshop.example>',
      'MIME-Version: 1.0',
      `Content-Type: text/${html ? 'html' : 'plain'}; charset=utf-8`,
      'Content-Transfer-Encoding: 8bit',
      '',
      body.replace(/\n/g, '\r\n'),
    ].join('\r\n'),
  );

const made = (group, r) => Object.fromEntries(Object.entries(group).map(([name, [, make]]) => [name, make(r)]));
const shown = (record, html) =>
  Object.fromEntries(
    Object.entries(record).map(([name, [written]]) => [name, written === null || !html ? written : escaped(written)]),
  );
const meant = (record) => Object.fromEntries(Object.entries(record).map(([name, [, expected]]) => [name, expected]));
const optionsOf = (group) => Object.fromEntries(Object.entries(group).map(([name, [options]]) => [name, options]));
const slots = (group) => Object.fromEntries(Object.keys(group).map((name) => [name, `[[${name}]]`]));

/** The text of a message whose values are slots, with the lines of its one item between the marks of a block. */
async function markedText(family) {
  const body = family.write(slots(family.head), [slots(family.columns)], {});
  const { text } = formOf(await readMessage(rawOf(body, family.html)));
  const lines = text.trimEnd().split('\n');
  const holds = (line) => Object.keys(family.columns).some((name) => line.includes(`[[${name}]]`));
  const [first, last] = [lines.findIndex(holds) - (family.above ?? 0), lines.findLastIndex(holds)];
  const paired = (line) =>
    Object.entries(family.pairs ?? {}).reduce((all, [a, b]) => all.replace(`[[${a}]]`, `[[${a}, ${b}]]`), line);
  return [
    ...lines.slice(0, first),
    '[[rows:]]',
    ...lines.slice(first, last + 1).map(paired),
    '[[:rows]]',
    ...lines.slice(last + 1),
  ].join('\n');
}

export async function sieveOf(family) {
  const rule = family.table
    ? { kind: 'table', columns: family.table }
    : { kind: 'template', layouts: [{ name: family.name, text: await markedText(family) }] };
  return {
    sieve: 'frozen-rows',
    locale: 'en-GB',
    timezone: 'Europe/London',
    fields: optionsOf(family.head),
    rows: { columns: optionsOf(family.columns) },
    rules: [rule],
  };
}

/** All cases of a family: `{ family, disturbances, raw, head, rows, incomplete }`. */
export function* casesOf(family) {
  for (const count of counts)
    for (const [first, change] of Object.entries(contents))
      for (const [second, carry] of Object.entries(carriages)) {
        const r = chances(seedOf('rows', family.name, String(count), first, second));
        const head = made(family.head, r);
        const items = Array.from({ length: count }, () => made(family.columns, r));
        const changed = change(family, { items, between: {} }, r);
        if (!changed) continue;
        const body = family.write(
          shown(head, family.html),
          changed.items.map((item) => shown(item, family.html)),
          changed.between,
        );
        yield {
          family: family.name,
          disturbances: [`${count} items`, first, second],
          body,
          raw: rawOf(carry(body, family.html), family.html),
          head: meant(head),
          rows: changed.items.map(meant),
          incomplete: changed.incomplete === true,
        };
      }
}

export { families };
