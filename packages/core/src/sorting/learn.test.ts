import { describe, expect, test } from '@jest/globals';
import { exp, ln } from './exact-math.js';
import { crossJudge, judge, type Labelled, type LearnedSorter, learnSorter, noneOfThese } from './learn.js';
import type { Seen } from './seen.js';

const seen = (body: string, more: Partial<Seen> = {}): Seen => ({
  subject: '',
  body,
  domain: null,
  language: 'en',
  list: false,
  automatic: null,
  attachments: [],
  ...more,
});
const label = (category: string | null, body: string, more: Partial<Seen> = {}): Labelled => ({
  category,
  seen: seen(body, more),
});
const categories = [{ category: 'gate keys' }, { category: 'noise' }];
const labels = [
  label('gate keys', 'The code for the north gate does not work any more'),
  label('gate keys', 'Could we have a second card for the gate?'),
  label('gate keys', 'My key sticks in the lock of the side door'),
  label('noise', 'A loud humming kept us awake all night'),
  label('noise', 'Dogs bark on board from eight till noon'),
  label('noise', 'Music was played until three'),
  label(null, 'The children painted pictures of the boats, thank you'),
  label(null, 'Book a free talk and save up to half'),
];
const learned = learnSorter(labels, categories) as LearnedSorter;
const judged = (body: string, more: Partial<Seen> = {}) => {
  const found = judge(learned, seen(body, more));
  if (!found) throw new Error('it was not judged');
  return found;
};

describe('what was learned from a few labels', () => {
  test('finds a category by words no label has, and says which spoke for it and against', () => {
    const found = judged('Somebody hammers on steel at dawn; my card is on the table');
    expect(found.category).toBe('noise');
    expect(found.words.for).toContain('hammers');
    expect(found.words.against).toContain('card');
    expect(found.ranked.map(({ share }) => share).reduce((a, b) => a + b)).toBeCloseTo(1, 3);
    expect(found.confidence).toBe(found.ranked[0]?.share);
  });

  test('is less sure of what says little, and surer of what says much', () => {
    const [little, much] = [judged('Hello from Brisling'), judged('The gate stays locked, my key card is blocked')];
    expect(much.category).toBe('gate keys');
    expect(much.confidence).toBeGreaterThan(little.confidence);
  });

  test('has “none of these” as an answer', () => {
    expect(judged('Thank you for the lovely pictures of the children').category).toBe(noneOfThese);
  });

  test('judges nothing in a language of which there is no label', () => {
    expect(judge(learned, seen('O código do portão mudou?', { language: 'pt' }))).toBeNull();
    expect(judge(learned, seen('Der Code am Tor', { language: null }))).not.toBeNull();
  });

  test('learns from where a message comes, and from what came with it', () => {
    const by = learnSorter(
      [
        label('a', 'see there', { domain: 'oxbow.example' }),
        label('a', 'as said', { attachments: ['pdf'] }),
        label('b', 'see here', { domain: 'moss.example' }),
        label('b', 'as ever', { list: true }),
      ],
      [{ category: 'a' }, { category: 'b' }],
    ) as LearnedSorter;
    expect(judge(by, seen('well', { domain: 'oxbow.example' }))?.category).toBe('a');
    expect(judge(by, seen('well', { domain: 'moss.example' }))?.category).toBe('b');
    expect(judge(by, seen('well', { list: true }))?.category).toBe('b');
    expect(judge(by, seen('well', { attachments: ['pdf'] }))?.category).toBe('a');
  });
});

describe('a sorter', () => {
  test('is the same to the last bit in whatever order its labels come', () => {
    const turned = learnSorter([...labels].reverse(), categories) as LearnedSorter;
    expect(turned.version).toBe(learned.version);
    const text = seen('Who has the key? The gate hums at night.');
    expect(judge(turned, text)).toEqual(judge(learned, text));
  });

  test('is another one when a label, a description or the list of categories changes', () => {
    const versions = [
      learned,
      learnSorter(labels.slice(1), categories),
      learnSorter(labels, [{ category: 'gate keys', about: 'Codes and cards' }, { category: 'noise' }]),
      learnSorter(labels, categories.slice(1)),
    ].map((one) => one?.version);
    expect(new Set(versions).size).toBe(4);
  });

  test('is not there before two categories have a label; labels of categories that are gone are left alone', () => {
    expect(learnSorter([], categories)).toBeNull();
    expect(learnSorter(labels.slice(0, 3), categories)).toBeNull();
    const one = learnSorter([...labels, label('gone', 'gone are the days')], categories);
    expect(one?.categories).toEqual(['gate keys', 'noise', noneOfThese]);
    expect(one?.version).toBe(learned.version);
  });

  test('is judged on each label by one that has not seen it', () => {
    const found = crossJudge(labels, categories);
    expect(found.map(({ index }) => index)).toEqual(labels.map((_, i) => i));
    expect(found.map(({ category }) => category)).toEqual(labels.map((one) => one.category ?? noneOfThese));
    // A word that one label alone has is known to the sorter of all, and unheard of where that label is left out.
    const own = judge(learned, seen('Dogs bark on board from eight till noon'));
    expect(found[4]?.judged.confidence).toBeLessThan(own?.confidence ?? 0);
  });

  test('a description counts as one more label', () => {
    const about = 'Lorries that park where they must not';
    const told = learnSorter(labels, [{ category: 'gate keys' }, { category: 'noise', about }]) as LearnedSorter;
    expect(judge(told, seen('A lorry parks where it must not park'))?.category).toBe('noise');
  });
});

describe('exponential and logarithm', () => {
  test.each([-699, -30.5, -1, -1e-9, 0, 1e-9, 0.3, 1, 10.7, 300])('e to the power of %s', (x) => {
    expect(Math.abs(exp(x) / Math.exp(x) - 1)).toBeLessThan(1e-13);
  });
  test.each([1e-9, 0.3, 0.75, 1, 1.5, 2, 10, 12345.678, 1e12])('the logarithm of %s', (x) => {
    expect(Math.abs(ln(x) - Math.log(x))).toBeLessThan(1e-13 * Math.max(1, Math.abs(Math.log(x))));
  });
  test('what is too small is nothing, what is too large has a bound', () => {
    expect([exp(-1e6), exp(1e6)]).toEqual([0, exp(700)]);
  });
});
