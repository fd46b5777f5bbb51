import type { Candidate } from './candidates.js';
import type { Landmark, Slot } from './compile.js';

/** How a slot is read, in words: “what follows ‘Vessel:’ on its line”. */
export function howRead(landmark: Landmark, slot: Slot): string {
  if (landmark.below === slot)
    return landmark.block ? `the lines under “${landmark.label}”` : `the line under “${landmark.label}”`;
  const at = landmark.slots.findIndex((entry) => entry.slot === slot);
  const before = at === 0 ? landmark.label : (landmark.slots[at - 1]?.afterText ?? '');
  const after = landmark.slots[at]?.afterText ?? '';
  if (before && after) return `what stands between “${before}” and “${after}”`;
  if (before)
    return landmark.block && !landmark.endsAtBlank
      ? `what follows “${before}”, to the end of its lines`
      : `what follows “${before}” on its line`;
  return `what stands before “${after}” on its line`;
}

/** A candidate that was passed over, for the trace. */
export function passedOver(candidate: Candidate, claimed: Candidate): { line: number; score: number; why: string } {
  const better = `another place fits better (${round(claimed.score)})`;
  return {
    line: candidate.line.index + 1,
    score: round(candidate.score),
    why: candidate.notes.length > 0 ? candidate.notes.join(', ') : better,
  };
}

export const round = (score: number) => Math.round(score * 100) / 100;
