import { describe, expect, test } from '@jest/globals';
import { parse } from 'yaml';
import { parseMailbox } from '../mailbox/index.js';
import { editMailbox, type MailboxAct } from './edit-mailbox.js';

const source = `# The office.
mailbox: office
addresses: [office@gannetbay.example]
sorter:
  threshold: 0.6 # tried out in spring
  categories:
    # Found things lie at the gate.
    - { category: lost gear, about: Somebody lost something }
    - category: filming # permits
      when: [message.from.domain, is, morningtide.example]
    - { category: noise }
sieves: []
routes:
  - to: log # all of it
    with: { subject: "{{ message.subject }}" }
`;
const bare = 'mailbox: office\naddresses: [office@gannetbay.example]\nsieves: []\n';

/** The text after an act; it is a mailbox still. */
function after(act: MailboxAct, of = source): string {
  const text = editMailbox(of, act);
  expect(parseMailbox(text).problems).toEqual([]);
  return text;
}
const categoriesOf = (text: string) => parseMailbox(text).data?.sorter?.categories;

describe('a mailbox’s file, changed by a form', () => {
  test('has a sorter where it had none, before its sieves', () => {
    const categories = [
      { was: null, category: 'noise', about: '', owner: 'a@gannetbay.example' },
      { was: null, category: 'filming' },
    ];
    const text = after({ act: 'set sorter', categories, threshold: 0.5 }, bare);
    expect(parse(text)).toMatchObject({
      sorter: {
        threshold: 0.5,
        categories: [{ category: 'noise', owner: 'a@gannetbay.example' }, { category: 'filming' }],
      },
    });
    expect(text.indexOf('sorter:')).toBeLessThan(text.indexOf('sieves:'));
    expect(text.startsWith('mailbox: office\n')).toBe(true);
  });

  test('keeps conditions, comments and lines of categories it is not about', () => {
    const categories = [
      { was: 0, category: 'lost gear', about: 'Somebody lost something', owner: 'gate@gannetbay.example' },
      { was: 1, category: 'filming' },
      { was: null, category: 'paint' },
    ];
    const text = after({ act: 'set sorter', categories, threshold: 0.6 });
    expect(categoriesOf(text)).toEqual([
      { category: 'lost gear', about: 'Somebody lost something', owner: 'gate@gannetbay.example' },
      { category: 'filming', when: ['message.from.domain', 'is', 'morningtide.example'] },
      { category: 'paint' },
    ]);
    for (const kept of [
      '# The office.',
      '# tried out in spring',
      '# Found things lie at the gate.',
      '# permits',
      '# all of it',
    ])
      expect(text).toContain(kept);
  });

  test('takes another order, each with its condition; and another threshold, or none', () => {
    const categories = [
      { was: 2, category: 'noise' },
      { was: 1, category: 'films' },
    ];
    const text = after({ act: 'set sorter', categories });
    expect(categoriesOf(text)).toEqual([
      { category: 'noise' },
      { category: 'films', when: ['message.from.domain', 'is', 'morningtide.example'] },
    ]);
    expect(parseMailbox(text).data?.sorter?.threshold).toBeUndefined();
  });

  test('what did not change does not change its text', () => {
    const categories = (categoriesOf(source) ?? []).map(({ category, about }, was) => ({ was, category, about }));
    expect(after({ act: 'set sorter', categories, threshold: 0.6 })).toBe(source);
  });

  test('has a route more, another or less', () => {
    const value = {
      to: 'desks',
      when: ['message.owner', 'present'] as [string, string],
      with: { to: '{{ message.owner }}' },
    };
    const more = after({ act: 'set route', route: null, value });
    expect(parseMailbox(more).data?.routes?.map(({ to }) => to)).toEqual(['log', 'desks']);
    const other = after(
      { act: 'set route', route: 0, value: { to: 'log', with: { who: '{{ message.from.address }}' } } },
      more,
    );
    expect(other).toContain('# all of it');
    expect(parseMailbox(after({ act: 'remove route', route: 0 }, other)).data?.routes).toEqual([value]);
    expect(parseMailbox(after({ act: 'remove route', route: 0 })).data?.routes).toEqual([]);
  });

  test('says what becomes of a message that no sieve takes', () => {
    expect(parseMailbox(after({ act: 'set otherwise', otherwise: 'done' })).data?.otherwise).toBe('done');
  });
});
