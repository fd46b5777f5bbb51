import { type Networks, plainAddress } from './networks.js';

export interface ConnectionCapsOptions {
  /** Connections from one address, 1 or more. */
  perAddress: number;
  /** Connections of all strangers together; what is trusted finds room beyond. */
  strangers: number;
  /** Whose connections are not counted: most of what comes, comes through them. */
  trusted: Networks;
}

/** Counts open connections, so that one address, or all strangers together, leave room for the others. */
export class ConnectionCaps {
  private readonly open = new Map<string, number>();
  private all = 0;

  constructor(private readonly options: ConnectionCapsOptions) {}

  /** Lets a connection in, to be given back by `leave`; false when there are too many already. */
  enter(address: string): boolean {
    const { perAddress, strangers, trusted } = this.options;
    if (trusted.holds(address)) return true;
    const place = placeOf(address);
    const here = this.open.get(place) ?? 0;
    if (here >= perAddress || this.all >= strangers) return false;
    this.open.set(place, here + 1);
    this.all++;
    return true;
  }

  leave(address: string): void {
    if (this.options.trusted.holds(address)) return;
    const place = placeOf(address);
    const here = this.open.get(place);
    if (here === undefined) return;
    if (here > 1) this.open.set(place, here - 1);
    else this.open.delete(place);
    this.all--;
  }
}

/** One who has an IPv6 address has the 2^64 beside it, too. */
export function placeOf(address: string): string {
  const plain = plainAddress(address);
  return plain.includes(':') ? expanded(plain).slice(0, 4).join(':') : plain;
}

/** The eight groups of an IPv6 address. */
function expanded(address: string): string[] {
  const [head = '', tail] = address.replace(/%.*$/, '').split('::');
  const [first, last] = [head, tail ?? ''].map((part) => (part === '' ? [] : part.split(':')));
  const missing = tail === undefined ? 0 : 8 - (first?.length ?? 0) - (last?.length ?? 0);
  return [...(first ?? []), ...Array<string>(Math.max(0, missing)).fill('0'), ...(last ?? [])];
}
