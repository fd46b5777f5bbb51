import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Candidate } from '../model.js';
import { claimPlaces } from './claims.js';

/** A candidate that takes the offsets `[from, from + length)`. */
const candidate = (landmark: number, from: number, score: number, length = 1) =>
  ({ landmark: { index: landmark }, from, end: from + length, score }) as Candidate;

/** Candidates by landmark, as `claimPlaces` takes them. */
const byLandmark = (all: Candidate[]) =>
  Array.from({ length: 1 + Math.max(-1, ...all.map(({ landmark }) => landmark.index)) }, (_, i) =>
    all.filter(({ landmark }) => landmark.index === i),
  );
const claimed = (...all: Candidate[]) =>
  [...claimPlaces(byLandmark(all))].map(([landmark, { from }]) => `${landmark}@${from}`).sort();

describe('claiming places', () => {
  test('the heaviest increasing chain wins over single heavy decoys', () => {
    const places = [candidate(0, 0, 2), candidate(1, 1, 2), candidate(2, 2, 2), candidate(0, 5, 3)];
    expect(claimed(...places)).toEqual(['0@0', '1@1', '2@2']);
  });

  test('what stands out of order is claimed in a later pass', () => {
    expect(claimed(candidate(0, 9, 2), candidate(1, 1, 2), candidate(2, 2, 2))).toEqual(['0@9', '1@1', '2@2']);
  });

  test('words are claimed once, by the heavier', () => {
    expect(claimed(candidate(0, 4, 2), candidate(1, 4, 3))).toEqual(['1@4']);
    expect(claimed(candidate(0, 4, 2, 3), candidate(1, 6, 3, 3))).toEqual(['1@6']);
  });

  test('two labels may share a line', () => {
    expect(claimed(candidate(0, 4, 2, 3), candidate(1, 7, 3, 3))).toEqual(['0@4', '1@7']);
  });

  test('labels of two sections, of which the message has one, go to that one', () => {
    // Landmarks 0 and 3 are titles, 1 and 2 labels of the one section, and 4 and 5 the same labels of the other.
    const labels = [1, 2, 4, 5].map((landmark) => candidate(landmark, landmark % 3, 2));
    expect(claimed(candidate(0, 0, 2), ...labels)).toEqual(['0@0', '1@1', '2@2']);
    expect(claimed(candidate(3, 0, 2), ...labels)).toEqual(['3@0', '4@1', '5@2']);
    expect(claimed(...labels)).toEqual(['1@1', '2@2']);
  });

  test('what has no weight is not claimed', () => {
    expect(claimed(candidate(0, 0, 0), candidate(1, 1, -1))).toEqual([]);
  });

  test('never claims words or a landmark twice, whatever the candidates', () => {
    const any = fc.record({
      landmark: fc.nat(8),
      from: fc.nat(30),
      length: fc.integer({ min: 1, max: 4 }),
      score: fc.integer({ min: -2, max: 9 }),
    });
    fc.assert(
      fc.property(fc.array(any, { maxLength: 60 }), (all) => {
        const made = all.map(({ landmark, from, length, score }) => candidate(landmark, from, score, length));
        const places = [...claimPlaces(byLandmark(made)).values()].sort((a, b) => a.from - b.from);
        for (const [i, place] of places.entries()) expect(place.from).toBeGreaterThanOrEqual(places[i - 1]?.end ?? 0);
        expect(new Set(places.map(({ landmark }) => landmark.index)).size).toBe(places.length);
      }),
    );
  });
});
