import { describe, expect, test } from '@jest/globals';
import { ConnectionCaps } from './connection-caps.js';
import { Networks } from './networks.js';

const caps = () =>
  new ConnectionCaps({ perAddress: 2, strangers: 3, trusted: new Networks(['10.1.0.0/16', 'fd00::/8']) });
const entered = (addresses: readonly string[], into = caps()) => addresses.map((address) => into.enter(address));

describe('open connections', () => {
  test('one address has so many, and leaves room for others', () => {
    expect(entered(['192.0.2.1', '192.0.2.1', '192.0.2.1', '192.0.2.2'])).toEqual([true, true, false, true]);
  });

  test('all strangers together leave room for who is trusted', () => {
    expect(
      entered(['192.0.2.1', '192.0.2.2', '192.0.2.3', '192.0.2.4', '10.1.2.3', '::ffff:10.1.2.3', 'fd00::1']),
    ).toEqual([true, true, true, false, true, true, true]);
  });

  test('what is given back can be taken again, and what was never taken gives nothing', () => {
    const some = caps();
    expect(entered(['192.0.2.1', '192.0.2.1'], some)).toEqual([true, true]);
    some.leave('192.0.2.9');
    expect(some.enter('192.0.2.1')).toBe(false);
    some.leave('192.0.2.1');
    expect(some.enter('192.0.2.1')).toBe(true);
  });

  test('an IPv4 address in IPv6 clothing is the same one, and so are the neighbours of an IPv6 address', () => {
    expect(entered(['192.0.2.1', '::ffff:192.0.2.1', '::ffff:192.0.2.1'])).toEqual([true, true, false]);
    expect(entered(['2001:db8::1', '2001:db8:0:0:9::2', '2001:db8::3', '2001:db8:0:1::1'])).toEqual([
      true,
      true,
      false,
      true,
    ]);
  });
});
