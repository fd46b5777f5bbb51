import { readAddresses } from '../headers/addresses.js';
import type { Address, ForwardedMessage } from '../reading.js';
import type { HeaderRole } from './phrases.js';
import { writtenDate } from './written-date.js';

/** What the header block of a forwarded message says. */
export function forwardedHeaders(
  values: Partial<Record<HeaderRole, string>>,
): Pick<ForwardedMessage, 'from' | 'to' | 'date' | 'subject'> {
  return {
    from: values.from === undefined ? null : (copiedAddresses(values.from)[0] ?? null),
    to: values.to === undefined ? [] : copiedAddresses(values.to),
    date: values.date === undefined ? null : writtenDate(values.date),
    subject: values.subject ?? null,
  };
}

/** `Ann <a@x>`, `Ann [mailto:a@x]`, `a@x <mailto:a@x>`, `Ann <a@x<mailto:a@x>>`; a name alone has an empty address. */
function copiedAddresses(text: string): Address[] {
  const tidy = text
    .slice(0, 4000)
    .replace(/[<[]mailto:([^>\]\s]*)[>\]]/gi, '<$1>')
    .replace(/\s*<([^\s<>@]+@[^\s<>@]+)>/g, (twice, address, at, all) => (all.endsWith(address, at) ? '' : twice))
    .replace(/\*/g, '')
    .trim();
  const found = readAddresses(tidy.replace(/<([^<>\s]+)<[^<>]*>+/g, '<$1>'));
  if (found.length > 0) return found;
  return tidy === '' ? [] : [{ address: '', name: tidy.replace(/^["']|["']$/g, '') }];
}
