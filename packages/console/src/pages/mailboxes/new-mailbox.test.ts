import { describe, expect, test } from '@jest/globals';
import { fileOf, proposed, wrongWith } from './new-mailbox.js';

const others = [
  { name: 'berths', title: 'Berth desk', addresses: ['berths@gannetbay.example', 'quay@gannetbay.example'] },
  { name: 'yard', title: 'Yard', addresses: ['yard@yard.example'] },
];

describe('a new mailbox', () => {
  test('its name and address follow from its title, until they are written', () => {
    expect(proposed({ title: 'Lost Gear', name: null, addresses: null }, others)).toEqual({
      title: 'Lost Gear',
      name: 'lost-gear',
      addresses: 'lost-gear@gannetbay.example',
    });
    expect(proposed({ title: '', name: null, addresses: null }, others)).toMatchObject({ name: '', addresses: '' });
    expect(proposed({ title: 'Café', name: 'x', addresses: 'a@b.example' }, [])).toMatchObject({
      name: 'x',
      addresses: 'a@b.example',
    });
    expect(proposed({ title: 'Café', name: null, addresses: null }, []).addresses).toBe('cafe@mail.example');
  });

  test.each([
    [{ name: 'Lost gear' }, /“L”/],
    [{ name: 'lost gear' }, /a space/],
    [{ name: '-gear' }, /begins/],
    [{ name: 'a'.repeat(64) }, /63/],
    [{ name: 'berths' }, /Berth desk/],
  ])('%j is told what is wrong with it', (written, said) => {
    const mailbox = { title: 'x', name: 'x', addresses: 'x@y.example', ...written };
    expect(wrongWith(mailbox, others).name).toMatch(said);
  });

  test('addresses are looked at, too', () => {
    const of = (addresses: string) => wrongWith({ title: 'x', name: 'x', addresses }, others).addresses;
    expect(of('a@b.example, c@d.example')).toBeNull();
    expect(of('@b.example')).toBeNull();
    expect(of('a b.example')).toMatch(/“a” is no address/);
    expect(of('Berths@gannetbay.example')).toMatch(/Berth desk/);
  });

  test('is a file with all its addresses', () => {
    const file = new TextDecoder().decode(fileOf({ name: 'a', title: ' A ', addresses: 'a@b.example\nc@d.example' }));
    expect(JSON.parse(file)).toEqual({
      mailbox: 'a',
      title: 'A',
      addresses: ['a@b.example', 'c@d.example'],
      sieves: [],
    });
  });
});
