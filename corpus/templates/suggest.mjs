// How many of the fields of each family are suggested with nothing marked: from one message, and from three.
//   npm run corpus:suggest [-- show FAMILY]
import { compileSieve, readMessage, sift, suggestSieve } from '@yellow-sieve/core';
import { rawMessage } from './kit/raw-message.mjs';
import * as workedOn from './worked-on/cases.mjs';

/** The first few messages of a family that nothing was done to, with their values. */
function plainCases({ casesOf }, family, count) {
  const found = [];
  for (const one of casesOf(family)) {
    if (one.disturbances.join() === 'as marked') found.push(one);
    if (found.length === count) break;
  }
  return found;
}

const plain = (value) => JSON.stringify(value) ?? 'null';
const asText = (value) => (value !== null && typeof value === 'object' ? value.value : value);
const same = (found, wanted) =>
  plain(found) === plain(wanted) ||
  String(asText(found)).replace(/\s+/g, ' ') === String(asText(wanted)).replace(/\s+/g, ' ');

/** How many of the values of the first message are among those that a suggested sieve finds in it. */
async function score(family, cases) {
  const messages = await Promise.all(
    cases.map(async ({ letter }, i) => ({ name: `${i + 1}.eml`, reading: await readMessage(rawMessage(letter)) })),
  );
  const suggestion = suggestSieve(messages, { locale: family.locale });
  const wanted = Object.entries(cases[0].expected).filter(([, value]) => value !== null);
  if (!suggestion) return { wanted: wanted.length, found: 0, extra: 0, missed: wanted.map(([field]) => field) };
  const result = sift(messages[0].reading, compileSieve(suggestion.source));
  const values = Object.values(result.outcome?.fields ?? {}).filter((value) => value !== null);
  const missed = wanted.filter(([, value]) => !values.some((found) => same(found, value)));
  return {
    wanted: wanted.length,
    found: wanted.length - missed.length,
    extra: values.length - (wanted.length - missed.length),
    missed: missed.map(([field]) => field),
    source: suggestion.source,
  };
}

const [show, only] = process.argv.slice(2);
for (const [title, set] of [['worked on', workedOn]]) {
  const sums = { one: [0, 0, 0], three: [0, 0, 0] };
  console.log(`\n${title.padEnd(34)} from one        from three`);
  for (const family of set.families) {
    const cases = plainCases(set, family, 3);
    if (cases.length === 0) continue;
    const [one, three] = [await score(family, cases.slice(0, 1)), await score(family, cases)];
    for (const [key, { wanted, found, extra }] of Object.entries({ one, three }))
      [wanted, found, extra].forEach((count, i) => {
        sums[key][i] += count;
      });
    const cell = ({ wanted, found, extra }) => `${found}/${wanted}${extra > 0 ? ` +${extra}` : ''}`.padEnd(16);
    console.log(
      `${family.name.padEnd(34)} ${cell(one)}${cell(three)} ${[...new Set([...one.missed, ...three.missed])].join(', ')}`,
    );
    if (show === 'show' && (!only || family.name === only))
      console.log(cases[0].letter.text ?? cases[0].letter.html, one.source, three.source);
  }
  const share = ([wanted, found, extra]) => `${((100 * found) / wanted).toFixed(1)} % (+${extra})`.padEnd(16);
  console.log(`${'all'.padEnd(34)} ${share(sums.one)}${share(sums.three)}`);
}
