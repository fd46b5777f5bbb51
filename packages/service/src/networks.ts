import { BlockList, isIP } from 'node:net';

/** Addresses and networks such as `127.0.0.1` and `10.1.0.0/16`, to be looked addresses up in. Entries that are neither are left out. */
export class Networks {
  private readonly list = new BlockList();

  constructor(entries: readonly string[]) {
    for (const entry of entries) {
      const [network = '', prefix] = entry.split('/');
      const version = isIP(network);
      if (version === 0) continue;
      const family = version === 6 ? 'ipv6' : 'ipv4';
      this.list.addSubnet(network, prefix === undefined ? (version === 6 ? 128 : 32) : Number(prefix), family);
    }
  }

  /** Whether an address is among them. An IPv4 address in IPv6 clothing is judged as what it is. */
  holds(address: string): boolean {
    const plain = plainAddress(address);
    return isIP(plain) !== 0 && this.list.check(plain, isIP(plain) === 6 ? 'ipv6' : 'ipv4');
  }
}

export const plainAddress = (address: string): string => /^::ffff:(\d+\.\d+\.\d+\.\d+)$/i.exec(address)?.[1] ?? address;
