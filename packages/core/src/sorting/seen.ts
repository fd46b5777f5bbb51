import * as v from 'valibot';
import { type AutomaticKind, clearLanguageOf, formOf, type Reading, textOfPart } from '../reading/index.js';
import { type KnownLanguage, knownLanguages } from '../values/index.js';

/** What a sorter looks at of a message: enough to learn from it again when the message itself is gone. */
export interface Seen {
  subject: string;
  /** The sender’s own words: no quotation, no signature. */
  body: string;
  /** Of the sender’s address; null when it has none. */
  domain: string | null;
  /** Null where the message does not say clearly enough. */
  language: KnownLanguage | null;
  list: boolean;
  automatic: AutomaticKind | null;
  /** Endings of the attachments’ names. */
  attachments: string[];
}

export const seenSchema: v.GenericSchema<Seen> = v.object({
  subject: v.string(),
  body: v.string(),
  domain: v.nullable(v.string()),
  language: v.nullable(v.picklist(knownLanguages)),
  list: v.boolean(),
  automatic: v.nullable(v.picklist(['reply', 'generated', 'bounce', 'receipt'])),
  attachments: v.array(v.string()),
});

/** A category shows in the first page or not at all, and what is learned from is kept. */
const maxBody = 4000;
const maxSubject = 300;
const maxAttachments = 10;

export function seenOf(reading: Reading): Seen {
  const form = formOf(reading);
  return {
    subject: reading.subject.slice(0, maxSubject),
    body: (textOfPart(form, 'message.body') ?? '').slice(0, maxBody),
    domain: reading.from?.address.split('@').at(-1)?.toLowerCase() ?? null,
    language: clearLanguageOf(reading, form),
    list: reading.list,
    automatic: reading.automaticKind,
    attachments: reading.attachments.slice(0, maxAttachments).map(({ name, type }) => endingOf(name) ?? type),
  };
}

const endingOf = (name: string) => /\.([a-z0-9]{1,5})$/i.exec(name)?.[1]?.toLowerCase() ?? null;
