// npm run corpus:suggest-rows: in how many kinds of mail with items one message is enough to suggest rows that read them all,
// and how many of the columns are among what is suggested.
import { compileSieve, readMessage, sift, suggestSieve } from '@yellow-sieve/core';

const sets = { 'worked on': './worked-on/cases.mjs', frozen: './frozen/cases.mjs' };
/** A figure is as good as an amount where the message names no money. */
const plain = (value) => JSON.stringify(value?.value ?? value ?? null).replace(/\\n|\s+/g, ' ');
const shown = process.argv[2];

for (const [name, file] of Object.entries(sets)) {
  const { families, casesOf } = await import(file);
  const sum = { families: 0, counted: 0, columns: 0, found: 0 };
  console.log(`\n# ${name}\n${'family'.padEnd(52)} items  columns`);
  for (const family of families) {
    const one = [...casesOf(family)].find(
      ({ disturbances }) => ['4 items', '5 items'].includes(disturbances[0]) && disturbances.at(-1) === 'as sent',
    );
    const reading = await readMessage(one.raw);
    const suggestion = suggestSieve([{ name: 'm.eml', reading }], { locale: 'en-GB' });
    const outcome = suggestion ? sift(reading, compileSieve(suggestion.source)).outcome : { rows: [] };
    const columns = Object.keys(one.rows[0]).filter((column) => one.rows.some((row) => row[column] !== null));
    const has = (column) =>
      (suggestion?.columns ?? []).some(({ name: own }) =>
        one.rows.every((row, i) => plain(outcome.rows[i]?.[own]) === plain(row[column])),
      );
    const found = columns.filter(has).length;
    const counted = outcome.rows.length === one.rows.length;
    sum.families++;
    sum.counted += counted ? 1 : 0;
    sum.columns += columns.length;
    sum.found += found;
    console.log(
      `${family.name.padEnd(52)} ${counted ? 'all' : ` ${outcome.rows.length}`}    ${found} of ${columns.length}`,
    );
    if (shown === family.name) console.log(one.raw.toString(), suggestion?.source);
  }
  console.log(
    `all: every item in ${sum.counted} of ${sum.families} kinds; ${sum.found} of ${sum.columns} columns (${((100 * sum.found) / sum.columns).toFixed(0)} %)`,
  );
}
