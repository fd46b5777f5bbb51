import type { View } from '../../../reading/index.js';
import type { Alignment, Candidate, Landmark, Slot } from '../model.js';
import type { SlotTrace } from '../trace.js';

/** How a slot is read, in words: “what follows ‘Vessel:’ on its line”. */
function howRead(landmark: Landmark, slot: Slot): string {
  if (landmark.under.includes(slot)) return `a line under the value of “${landmark.label}”`;
  if (landmark.over === slot) return `the line above “${landmark.label}”`;
  if (landmark.column) return `the cell under “${landmark.label}”`;
  const isPart = (line: Slot | null) => line?.parts?.slots.some((part) => part.slot === slot) === true;
  if (isPart(landmark.below)) return `a part of the line under “${landmark.label}”`;
  if (landmark.under.some(isPart)) return `a part of a line under the value of “${landmark.label}”`;
  if (landmark.below === slot)
    return landmark.block ? `the lines under “${landmark.label}”` : `the line under “${landmark.label}”`;
  if (landmark.delimited) return inDelimited(landmark, slot);
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

function inDelimited({ delimited }: Landmark, slot: Slot): string {
  const { cells, mark } = delimited ?? { cells: [], mark: '' };
  const at = cells.findIndex((cell) => 'slot' in cell && cell.slot === slot);
  return `number ${at + 1} of the ${cells.length} values between “${mark === '\t' ? 'tabs' : mark}”`;
}

/** A candidate that was passed over, for the trace. */
function passedOver(candidate: Candidate, claimed: Candidate): { line: number; score: number; why: string } {
  const better = `another place fits better (${round(claimed.score)})`;
  return {
    line: candidate.line.index + 1,
    score: round(candidate.score),
    why: candidate.notes.length > 0 ? candidate.notes.join(', ') : better,
  };
}

const round = (score: number) => Math.round(score * 100) / 100;

/** What became of each slot: how it is read, where, what it took, and which places were passed over and why. */
export function slotTraces({ places, candidates }: Alignment, view: View | null): SlotTrace[] {
  return places.flatMap(({ place, candidate }) => {
    const { field } = place.slot;
    if (field === null) return [];
    return {
      field,
      reads: howRead(candidate.landmark, place.slot),
      line: candidate.line.index + 1,
      score: round(candidate.score),
      ...(view ? { took: view.text.slice(place.start, Math.min(place.end, place.start + 80)) } : {}),
      ...(candidate.notes.length > 0 ? { notes: candidate.notes } : {}),
      ...(place.uncertain === null ? {} : { end_uncertain: `line ${place.uncertain + 1} looks like a label` }),
      passed_over: (candidates[candidate.landmark.index] ?? [])
        .filter((other) => other !== candidate)
        .slice(0, 5)
        .map((other) => passedOver(other, candidate)),
    };
  });
}
