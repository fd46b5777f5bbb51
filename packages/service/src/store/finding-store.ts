import { accentless, type TypedValues, toText } from '@yellow-sieve/core';
import { and, type SQL, sql } from 'drizzle-orm';
import type { Executor } from '../database/connect.js';
import { finding } from '../database/schema.js';
import { takenOver } from '../database/taken-over.js';

const longest = 4000;

/** What people find a message by. */
interface Findable {
  subject: string | null;
  fromName: string | null;
  fromAddress: string | null;
  recipient: string;
  /** The message's own id. */
  messageId: string | null;
}

/** One text of all that a message is found by, folded; parts stay apart by line ends, so that no word runs into the next part. */
function foldedOf(
  { subject, fromName, fromAddress, recipient, messageId }: Findable,
  values: TypedValues | null,
): string {
  const head = [subject, fromName, fromAddress, recipient, messageId];
  const own = [...(values?.fields ?? []), ...(values?.rows.flat() ?? [])].map(([, value]) => toText(value));
  const parts = [...head, ...own].flatMap((part) => (part ? [searchable(part)] : []));
  return [...new Set(parts)].join('\n').slice(0, longest);
}

/** As words are compared when somebody looks for them: without case, accents and letters that cannot be seen. */
export const searchable = (text: string): string => accentless(text.replace(/\p{Cf}/gu, ''));

/** A message, and what it is found by. */
export interface Found {
  messageId: string;
  findable: Findable;
  values: TypedValues | null;
}

export async function keepFindings(tx: Executor, found: readonly Found[]): Promise<void> {
  if (found.length === 0) return;
  await tx
    .insert(finding)
    .values(found.map(({ messageId, findable, values }) => ({ messageId, folded: foldedOf(findable, values) })))
    .onDuplicateKeyUpdate({ set: takenOver({ folded: finding.folded }) });
}

/** The words of a search: those within quotation marks belong together, also where they are a field's value (`vessel="Storm Petrel"`). */
export function searchWords(text: string): string[] {
  const found = text.slice(0, 200).match(/(?:[a-z]\w*=)?["“„][^"“”„]+["”“]|\S+/g) ?? [];
  return found
    .map((word) => word.replace(/^((?:[a-z]\w*=)?)["“„]|["”“]$/g, '$1'))
    .filter((word) => searchable(word) !== '')
    .slice(0, 12);
}

/** Holds where all the words of a search stand in what a message is found by. Compared as bytes, which takes a quarter of the time. */
export const hasWords = (words: readonly string[]): SQL | undefined =>
  and(...words.map((word) => sql`LOCATE(BINARY ${searchable(word)}, CONVERT(${finding.folded} USING binary)) > 0`));
