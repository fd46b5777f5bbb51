// The set that templates are worked on with: each disturbance alone, and pairs of one in the message and one on its way.
import { chances, seedOf } from '../kit/random.mjs';
import { fill, piecesOf, recordOf, sieveOf } from '../kit/words.mjs';
import { inMessage, onTheWay } from './disturbances.mjs';
import { families } from './families.mjs';

/** How often each disturbance is tried alone; pairs once each. */
const rounds = 3;

/** All cases of a family: `{ family, disturbances, letter, expected }`. */
export function* casesOf(family) {
  for (const first of Object.keys(inMessage))
    for (const second of Object.keys(onTheWay)) {
      const alone = first === 'as marked' || second === 'as sent';
      for (let round = 0; round < (alone ? rounds : 1); round++) {
        const made = caseOf(family, first, second, chances(seedOf(family.name, first, second, String(round))));
        if (made) yield made;
      }
    }
}

function caseOf(family, first, second, r) {
  const blank = { family, subject: family.subject, blocks: family.blocks, record: recordOf(family, r) };
  const message = inMessage[first](blank, r);
  if (!message) return null;
  const written = message.blocks.map((block) => ({ block, pieces: piecesOf(block.text, message.record) }));
  const text = message.blocks.map((block) => fill(block.text, message.record)).join('\n');
  const older = family.blocks.map((block) => fill(block.text, recordOf(family, r))).join('\n');
  const letter = onTheWay[second]({ family, subject: fill(message.subject, message.record), text, written, older }, r);
  if (!letter) return null;
  const expected = Object.fromEntries(Object.entries(message.record).map(([field, [, value]]) => [field, value]));
  const named = [first, second].filter((name) => name !== 'as marked' && name !== 'as sent');
  return { family: family.name, disturbances: named.length > 0 ? named : ['as marked'], letter, expected };
}

export { families, sieveOf };
