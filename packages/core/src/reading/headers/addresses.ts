import addressparser from 'nodemailer/lib/addressparser';
import type { HeaderLine } from '../mime/header-lines.js';
import type { Address } from '../reading.js';
import { decodeWords } from '../text/encoded-words.js';
import { unfolded } from './headers.js';

/** Addresses kept of one field: a hostile one may list a hundred thousand. */
const maxAddresses = 500;
/** Characters of one field that are looked at. */
const maxText = 64_000;

/**
 * The addresses of the first field of a name, groups opened (RFC 5322, section 3.4). Names are decoded after the list is
 * taken apart, since a decoded name may hold a comma.
 */
export function addressesOf(lines: readonly HeaderLine[], key: string): Address[] {
  const field = lines.find((line) => line.key === key);
  return field ? readAddresses(unfolded(field)) : [];
}

/** Reads a list of addresses as a header has it, or as a person copies it. */
export function readAddresses(value: string): Address[] {
  return addressparser(value.slice(0, maxText), { flatten: true })
    .slice(0, maxAddresses)
    .flatMap(({ address, name }) =>
      address?.includes('@') || (address && !name)
        ? [{ address: decodeWords(address).trim(), name: decodeWords(name) }]
        : [],
    );
}
