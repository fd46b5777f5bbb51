// npm run corpus: scores how the reading cuts messages into segments.
import { scoreSegments } from './score.mjs';

const { messages, right, lines, rightLines, wrong } = await scoreSegments();
for (const { name, shape, at, expected, found } of wrong.slice(0, 40))
  console.log(`${shape.padEnd(5)} ${name}: ${at < 0 ? '' : `line ${at + 1}, `}expected ${expected}, found ${found}`);
if (wrong.length > 40) console.log(`… and ${wrong.length - 40} more`);
console.log(`messages right: ${right} of ${messages} (${((100 * right) / messages).toFixed(2)} %)`);
console.log(`lines right:    ${rightLines} of ${lines} (${((100 * rightLines) / lines).toFixed(2)} %)`);
process.exitCode = wrong.length > 0 ? 1 : 0;
