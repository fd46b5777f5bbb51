// How well readings cut the corpus: every line of every message must be of its kind, and the body what a person would take.
import { formOf, readMessage } from '@yellow-sieve/core';
import { decoys, rawMessage, segmentCorpus } from './corpus.mjs';

/** Kinds of the filled lines of a text by its segments. */
const kindsOf = ({ text, segments }) => {
  const kinds = [];
  let at = 0;
  for (const line of text.split('\n')) {
    const { kind } = segments.find(({ start, end }) => start <= at && end > at) ?? { kind: 'none' };
    if (line.replace(/^[> ]+/, '').trim() !== '') kinds.push(kind);
    at += line.length + 1;
  }
  return kinds;
};

/** @returns {Promise<{messages: number, right: number, lines: number, rightLines: number, wrong: {name: string, shape: string, at: number, expected: string, found: string}[]}>} */
export async function scoreSegments() {
  const score = { messages: 0, right: 0, lines: 0, rightLines: 0, wrong: [] };
  const take = async (name, message, expected, shape) => {
    const form = formOf(await readMessage(rawMessage(message, shape)));
    const found = kindsOf(form);
    const at = expected.findIndex((kind, i) => found[i] !== kind);
    score.messages++;
    score.lines += expected.length;
    score.rightLines += expected.filter((kind, i) => found[i] === kind).length;
    if (at < 0 && found.length === expected.length) score.right++;
    else score.wrong.push({ name, shape, at, expected: expected[at] ?? 'end', found: found[at] ?? 'end' });
    return form;
  };
  for (const message of segmentCorpus()) {
    const expected = message.stretches.flatMap(({ kind, lines }) =>
      lines.filter((line) => line.replace(/^[> ]+/, '').trim() !== '').map(() => kind),
    );
    for (const shape of ['plain', 'html']) {
      const form = await take(message.name, message, expected, shape);
      if (message.stretches.at(-1).kind === 'forwarded') checkForward(score, message, shape, form);
    }
  }
  for (const [name, lines] of decoys)
    for (const shape of ['plain', 'html'])
      await take(
        name,
        { subject: 'Berth request', stretches: [{ kind: 'own', lines }] },
        lines.filter(Boolean).map(() => 'own'),
        shape,
      );
  return score;
}

/** A forward must say from whom, and give its form to rules where nothing but a note stands above it. */
function checkForward(score, message, shape, form) {
  const words = form.body.map(({ start, end }) => form.text.slice(start, end)).join('');
  const keyed = message.name.includes('keyed lines above');
  const wanted = keyed ? ['Pier: North'] : ['Vessel: Kittiwake', 'Shore power if you have it.'];
  const unwanted = keyed ? ['Kittiwake'] : ['berths@gannetbay.example', 'Pier: North', '>'];
  const fault =
    form.forwarded?.from?.address !== 'o.marsh@skerry.example'
      ? `from ${form.forwarded?.from?.address}`
      : !form.forwarded.date?.startsWith('2027-05-03T09:12')
        ? `date ${form.forwarded.date}`
        : form.forwarded.subject !== 'Berth'
          ? `subject ${form.forwarded.subject}`
          : wanted.some((word) => !words.includes(word)) || unwanted.some((word) => words.includes(word))
            ? `body ${JSON.stringify(words.slice(0, 120))}`
            : null;
  if (fault === null) return;
  if (score.wrong.at(-1)?.name !== message.name) score.right--;
  score.wrong.push({ name: message.name, shape, at: -1, expected: 'the forwarded message', found: fault });
}
