import { chooseDescribed, descriptionsOf } from './described.js';
import { type Found, findFields } from './fields.js';
import { obey, ordersIn } from './obey.js';
import { type Asked, type ChatRequest, type Question, readRequest, rowsKey, statedKey } from './request.js';
import { type FoundRow, findRows } from './rows.js';

const nothing = { value: null, quote: null };

/** How an answer is made: with quotes that nobody wrote, or doing what the message says. */
export interface Manner {
  invents: boolean;
  obeys: boolean;
}

/** The answer to a chat-completions request: JSON with a value and a quote for each field of the asked schema. */
export function answerRequest(
  request: ChatRequest,
  manner: Manner = { invents: false, obeys: false },
): Record<string, unknown> {
  const question = readRequest(request);
  const answer = answerQuestion(question);
  if (manner.invents) invent(answer);
  return manner.obeys ? obey(answer, ordersIn(question.letter.text), question) : answer;
}

function answerQuestion(question: Question): Record<string, unknown> {
  const { fields, columns, letter } = question;
  const found = findFields(fields, letter, columns);
  const rows = columns.length > 0 ? findRows(question, [...found.values()]) : [];
  return {
    ...Object.fromEntries(fields.map((asked) => [asked.name, entryOf(asked, found.get(asked.name), question)])),
    ...(columns.length > 0
      ? { [statedKey]: nothing, [rowsKey]: rows.map((row) => rowEntry(row, columns, question)) }
      : {}),
  };
}

const rowEntry = (row: FoundRow, columns: readonly Asked[], question: Question) =>
  Object.fromEntries(columns.map((asked) => [asked.name, entryOf(asked, row.get(asked.name), question)]));

const chosenOf = (found: Found | null) => (found ? { value: found.value, quote: found.quote } : nothing);

function entryOf(asked: Asked, found: Found | undefined, question: Question): unknown {
  const { letter } = question;
  const described = descriptionsOf(asked, question);
  if (described) return chosenOf(chooseDescribed(asked, described, question));
  if (asked.written) return { value: summaryOf(letter.text), quote: null };
  const one = found ? { value: found.value, quote: found.quote } : nothing;
  if (!asked.many) return one;
  return found ? [one] : [];
}

/** The first sentence that says something: the stand-in writes nothing of its own. */
function summaryOf(text: string): string {
  const sentences = text.split(/(?<=[.!?])\s+|\n\s*\n/).map((one) => one.replace(/\s+/g, ' ').trim());
  return sentences.find((one) => one.split(' ').length > 4) ?? sentences[0] ?? '';
}

/** Quotes that nobody wrote. */
function invent(answer: Record<string, unknown>): void {
  for (const entry of Object.values(answer))
    if (entry && typeof entry === 'object' && 'quote' in entry && entry.quote !== null)
      entry.quote = `as was agreed on ${String(entry.quote)}`;
}
