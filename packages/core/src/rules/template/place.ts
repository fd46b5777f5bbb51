import type { LabelStyle } from './label-shape.js';
import type { Line } from './normalise.js';
import type { SlotSpan } from './search.js';

/** A value's final place, and whether its lines are one line that was wrapped. */
export interface Place extends SlotSpan {
  /** One line in the sample: where it was wrapped here, its lines are joined. */
  joined: boolean;
  /** A line inside it that looks like a label, so that its end is not sure. */
  uncertain: number | null;
}

/** What has been claimed, for the values between. */
export interface Claims {
  /** First line of each claim. */
  lines: ReadonlySet<number>;
  /** Offsets at which claims begin, sorted. */
  starts: readonly number[];
  /** Whether labels stand above their values here, though beside them in the sample. */
  stacked: boolean;
  /** How labels look in this layout: what looks like them ends a block. */
  styles: ReadonlySet<string>;
  /** Whether its labels are plain titles above their values. */
  titles: boolean;
  /** The make of its labels. */
  labels: ReadonlySet<LabelStyle>;
}

export const isFiller = ({ kind }: Line): boolean => kind === 'blank' || kind === 'ruling';

/** Behind the last word or mark of a line. */
export const lastOffset = (line: Line): number => line.tokens.at(-1)?.end ?? line.end;
