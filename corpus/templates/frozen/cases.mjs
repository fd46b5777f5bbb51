// The frozen set: every family under three disturbances at once. It is scored, never tuned to.
import { chances, seedOf } from '../kit/random.mjs';
import { fill, piecesOf, recordOf, sieveOf } from '../kit/words.mjs';
import { carriage, content, labels } from './disturbances.mjs';
import { families } from './families.mjs';

/** All cases of a family: `{ family, disturbances, letter, expected }`. */
export function* casesOf(family) {
  for (const [first, changeContent] of Object.entries(content))
    for (const [second, changeLabels] of Object.entries(labels))
      for (const [third, carry] of Object.entries(carriage)) {
        const r = chances(seedOf(family.name, first, second, third));
        const blank = { family, subject: family.subject, blocks: family.blocks, record: recordOf(family, r) };
        const changed = changeContent(blank, r);
        const message = changed && changeLabels(changed, r);
        if (!message) continue;
        const written = message.blocks.map((block) => ({ block, pieces: piecesOf(block.text, message.record) }));
        const text = written.map(({ pieces }) => pieces.map((piece) => piece.text).join('')).join('\n');
        const older = family.blocks.map((block) => fill(block.text, recordOf(family, r))).join('\n');
        const letter = carry({ family, subject: fill(message.subject, message.record), text, written, older }, r);
        if (!letter) continue;
        const expected = Object.fromEntries(Object.entries(message.record).map(([field, [, value]]) => [field, value]));
        yield { family: family.name, disturbances: [first, second, third], letter, expected };
      }
}

export { families, sieveOf };
