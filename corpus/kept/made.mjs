// What everything in the corpora becomes, group by group: every value a writing is read as, every reading, every outcome with its trace.
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { madeKinds } from '../kinds/make.mjs';
import * as frozenRows from '../rows/frozen/cases.mjs';
import * as rows from '../rows/worked-on/cases.mjs';
import { segmentCorpus, rawMessage as segmentMessage } from '../segments/corpus.mjs';
import * as frozenTemplates from '../templates/frozen/cases.mjs';
import { rawMessage } from '../templates/kit/raw-message.mjs';
import * as templates from '../templates/worked-on/cases.mjs';

const here = new URL('.', import.meta.url);
const demo = new URL('../../demo/', import.meta.url);

/** Of the large sets, one message of so many: enough that nothing can change unseen. */
const some = (all, oneOf) => [...all].filter((_, i) => i % oneOf === 0);

const locales = ['en-GB', 'de-DE', 'es-ES'];
const optionsOf = (type) =>
  ({
    choice: { type, choices: ['North', 'South pier', 'other'], synonyms: { North: ['upper'] } },
    amount: { type, currency: 'GBP' },
    number: { type, unit: 'm' },
  })[type] ?? { type };

/** Every writing, read as every type in several locales, alone and as one of many. */
function* values({ readValue, fitOfValue, valueTypes, localeOf }) {
  const writings = JSON.parse(readFileSync(new URL('writings.json', here), 'utf8'));
  for (const type of Object.keys(valueTypes))
    for (const locale of locales) {
      const { language, region } = localeOf(locale);
      const context = {
        language,
        region,
        reference: '2027-05-14T09:12:00+01:00',
        zone: 'Europe/London',
        attachments: ['plan.pdf'],
      };
      for (const writing of writings) {
        const options = optionsOf(type);
        const bare = type === 'amount' || type === 'number' ? readValue(writing, { type }, context) : null;
        const made = [readValue(writing, options, context), fitOfValue(writing, options, context), bare];
        const many = locale === 'en-GB' ? readValue(writing, { ...options, many: true }, context) : null;
        yield [`values ${type}`, `${locale} ${writing}`, [...made, many]];
      }
    }
}

async function* readings({ readMessage, publicReading }) {
  for (const message of some(segmentCorpus(), 5))
    for (const shape of ['plain', 'html'])
      yield [
        `readings ${message.name.split(':')[0]}`,
        `${message.name} ${shape}`,
        publicReading(await readMessage(segmentMessage(message, shape))),
      ];
}

async function* outcomes({ readMessage, sift, tryCompileSieve }) {
  const letters = ({ letter }) => rawMessage(letter);
  const sets = [
    ['templates', templates, letters],
    ['frozen templates', frozenTemplates, letters],
    ['rows', rows, ({ raw }) => raw],
    ['frozen rows', frozenRows, ({ raw }) => raw],
  ];
  for (const [set, { families, sieveOf, casesOf }, rawOf] of sets)
    for (const family of families) {
      const compiled = tryCompileSieve(await sieveOf(family));
      const group = `${set}: ${family.name}`;
      for (const [i, one] of some(casesOf(family), 9).entries())
        yield [group, String(i), compiled.ok ? sift(await readMessage(rawOf(one)), compiled.sieve) : compiled.problems];
    }
}

/** The demo’s mail, and what is suggested of it. */
async function* demoMail({ readMessage, publicReading, compileSieve, sift, suggestSieve }) {
  const sieves = { berths: 'berth-request', fuel: 'fuel-docket', notices: 'notice-digest' };
  for (const [folder, name] of Object.entries(sieves)) {
    const at = (path) => readFileSync(new URL(`${folder}/${path}`, demo));
    const sieve = compileSieve(at(`${name}.sieve.yaml`).toString());
    const messages = readdirSync(new URL(`${folder}/messages`, demo)).sort();
    const read = [];
    for (const file of messages) {
      const reading = await readMessage(at(`messages/${file}`));
      read.push({ name: file, reading });
      yield [`demo ${folder}`, file, [publicReading(reading), sift(reading, sieve)]];
      yield [`suggested of ${folder}`, file, suggestSieve([{ name: file, reading }])];
    }
    yield [`suggested of ${folder}`, 'all', suggestSieve(read)];
  }
}

/** What is suggested of one message of a kind of mail, and what two others become by it. */
async function* firstContact({ readMessage, tryCompileSieve, sift, suggestSieve }) {
  for (const { name, kind, shown, others } of some(madeKinds(), 3)) {
    const read = async (message, i) => ({ name: `${i}.eml`, reading: await readMessage(Buffer.from(message.raw)) });
    const suggestion = suggestSieve([await read(shown, 0)], { locale: kind.locale ?? 'en-GB' });
    yield [`kind ${name}`, 'suggested', suggestion];
    const compiled = suggestion && tryCompileSieve(suggestion.source);
    if (!compiled?.ok) continue;
    for (const [i, other] of others.slice(0, 2).entries())
      yield [`kind ${name}`, String(i), sift((await read(other, i + 1)).reading, compiled.sieve)];
  }
}

/** @param core what makes all of it. @returns {AsyncGenerator<[group: string, name: string, made: unknown]>} */
export async function* everythingMade(core) {
  yield* values(core);
  yield* readings(core);
  yield* outcomes(core);
  yield* demoMail(core);
  yield* firstContact(core);
}

/** A digest of each group. */
export async function digestsOfMade(core) {
  const hashes = new Map();
  for await (const [group, name, made] of everythingMade(core)) {
    const hash = hashes.get(group) ?? createHash('sha256');
    hashes.set(group, hash.update(`${name}\n${JSON.stringify(made)}\n`));
  }
  return Object.fromEntries([...hashes].map(([group, hash]) => [group, hash.digest('hex').slice(0, 16)]));
}
