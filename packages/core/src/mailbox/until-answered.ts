import type { KeptAnswer } from '../rules/index.js';

type Answers = Readonly<Record<string, KeptAnswer>>;

/** A prompt rule may wait for another one's answer; more than a few in a row no sieve has. */
const maxRounds = 8;

/**
 * Sifts, has the questions that come back answered, and sifts again with the answers, until nothing is asked any more or
 * nobody knows more. `once` makes something of a message with the answers that are known; `answer` is given the questions that
 * have none, and gives those it can, by their digests.
 */
export async function untilAnswered<
  W extends { digest: string },
  T extends { kind: 'wants'; wants: readonly W[] } | { kind: string },
>(
  once: (answers: Answers) => T | Promise<T>,
  answer: (wants: readonly W[]) => Promise<Answers>,
  known: Answers = {},
): Promise<T> {
  let answers = known;
  let made = await once(answers);
  for (let round = 0; round < maxRounds && 'wants' in made; round++) {
    const found = await answer(made.wants.filter(({ digest }) => !(digest in answers)));
    if (Object.keys(found).length === 0) break;
    answers = { ...answers, ...found };
    made = await once(answers);
  }
  return made;
}
