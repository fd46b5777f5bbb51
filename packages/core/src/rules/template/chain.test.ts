import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Candidate } from './candidates.js';
import { claimPlaces } from './chain.js';

const candidate = (landmark: number, line: number, score: number) =>
  ({ landmark: { index: landmark }, line: { index: line }, score }) as Candidate;

/** Candidates by landmark, as `claimPlaces` takes them. */
const byLandmark = (all: Candidate[]) =>
  Array.from({ length: 1 + Math.max(-1, ...all.map(({ landmark }) => landmark.index)) }, (_, i) =>
    all.filter(({ landmark }) => landmark.index === i),
  );
const claimed = (...all: Candidate[]) =>
  [...claimPlaces(byLandmark(all))].map(([landmark, { line }]) => `${landmark}@${line.index}`).sort();

describe('claiming places', () => {
  test('the heaviest increasing chain wins over single heavy decoys', () => {
    expect(claimed(candidate(0, 0, 2), candidate(1, 1, 2), candidate(2, 2, 2), candidate(0, 5, 3))).toEqual([
      '0@0',
      '1@1',
      '2@2',
    ]);
  });

  test('what stands out of order is claimed in a later pass', () => {
    expect(claimed(candidate(0, 9, 2), candidate(1, 1, 2), candidate(2, 2, 2))).toEqual(['0@9', '1@1', '2@2']);
  });

  test('a line is claimed once', () => {
    expect(claimed(candidate(0, 4, 2), candidate(1, 4, 3))).toEqual(['1@4']);
  });

  test('what has no weight is not claimed', () => {
    expect(claimed(candidate(0, 0, 0), candidate(1, 1, -1))).toEqual([]);
  });

  test('never claims a line or a landmark twice, whatever the candidates', () => {
    const any = fc.record({ landmark: fc.nat(8), line: fc.nat(12), score: fc.integer({ min: -2, max: 9 }) });
    fc.assert(
      fc.property(fc.array(any, { maxLength: 60 }), (all) => {
        const places = [
          ...claimPlaces(byLandmark(all.map(({ landmark, line, score }) => candidate(landmark, line, score)))).values(),
        ];
        expect(new Set(places.map(({ line }) => line.index)).size).toBe(places.length);
        expect(new Set(places.map(({ landmark }) => landmark.index)).size).toBe(places.length);
      }),
    );
  });
});
