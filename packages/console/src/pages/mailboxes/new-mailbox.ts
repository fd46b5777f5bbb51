import type { MailboxItem } from '@yellow-sieve/contract';
import { fill } from '../../words';
import { mailboxWords as say } from '../../words-set-up';
import { nameOf } from '../destinations/destination-form';

/** What a person wrote of a mailbox; null where it follows from the title. */
export interface NewMailbox {
  title: string;
  name: string | null;
  addresses: string | null;
}

type Other = Pick<MailboxItem, 'name' | 'title' | 'addresses'>;

/** Where most of the others take mail; `mail.example` where there are none. */
function domainOf(others: readonly Other[]): string {
  const counts = new Map<string, number>();
  for (const address of others.flatMap(({ addresses }) => addresses)) {
    const domain = address.slice(address.lastIndexOf('@') + 1);
    counts.set(domain, (counts.get(domain) ?? 0) + 1);
  }
  const [most] = [...counts].sort(([, a], [, b]) => b - a);
  return most?.[0] ?? 'mail.example';
}

/** With a name and an address that follow from the title, where none were written. */
export function proposed({ title, name, addresses }: NewMailbox, others: readonly Other[]) {
  const own = title.trim() === '' ? '' : nameOf(title);
  return {
    title,
    name: name ?? own,
    addresses: addresses ?? (own === '' ? '' : `${own}@${domainOf(others)}`),
  };
}

type Proposed = ReturnType<typeof proposed>;

const listOf = (addresses: string) => addresses.split(/[\s,;]+/).filter(Boolean);

/** What is wrong with name and addresses, in words; null where nothing is, and while nothing is written. */
export function wrongWith({ name, addresses }: Proposed, others: readonly Other[]) {
  return { name: wrongName(name, others), addresses: wrongAddresses(listOf(addresses), others) };
}

function wrongName(name: string, others: readonly Other[]): string | null {
  if (name === '') return null;
  const stranger = /[^a-z0-9-]/.exec(name)?.[0];
  if (stranger !== undefined) return fill(say.wrong.letter, { letter: stranger === ' ' ? say.wrong.space : stranger });
  if (name.startsWith('-')) return say.wrong.begins;
  if (name.length > 63) return say.wrong.long;
  const same = others.find((other) => other.name === name);
  return same ? fill(say.wrong.taken, { name, title: same.title }) : null;
}

function wrongAddresses(addresses: readonly string[], others: readonly Other[]): string | null {
  const odd = addresses.find((address) => !/^[^@]*@[^@]+$/.test(address));
  if (odd !== undefined) return fill(say.wrong.address, { address: odd });
  for (const address of addresses) {
    const other = others.find((one) => one.addresses.includes(address.toLowerCase()));
    if (other) return fill(say.wrong.addressTaken, { address, title: other.title });
  }
  return null;
}

/** The mailbox file; JSON is YAML, too. */
export function fileOf({ name, title, addresses }: Proposed): Uint8Array {
  const file = { mailbox: name, title: title.trim(), addresses: listOf(addresses), sieves: [] };
  return new TextEncoder().encode(`${JSON.stringify(file, null, 2)}\n`);
}
