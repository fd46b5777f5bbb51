import type { LineKind } from './classify.js';
import type { Delimited } from './delimited.js';
import { namesOf, type Slot } from './parse-layout.js';
import { isSeparator } from './separators.js';
import type { Token } from './token.js';

/** The constants of one template line and the slots between them: `before slot after slot after …`. */
export interface Landmark {
  index: number;
  /** Constant tokens before the first slot, or all of a line without slots. */
  before: Token[];
  /** What separates the label from its value in the sample. */
  closing: Closing;
  /** Slots of the line, each with the constants that follow it. */
  slots: { slot: Slot; after: Token[]; afterText: string }[];
  /** A slot that stands alone on the line below this one. */
  below: Slot | null;
  /** Whether the value below, or the last one beside, may run over several lines. */
  block: boolean;
  /** Whether a blank line ends such a value: it does where the template has another line right behind. */
  endsAtBlank: boolean;
  /** The mark that separates it from other labelled values on its line in the sample; null when it stands alone. */
  edge: string | null;
  /** Whether it is a sentence: it may be wrapped anywhere, and begin behind another on its line. */
  prose: boolean;
  /** What the sample's line, or its label, looks like. */
  kind: LineKind;
  capitals: boolean;
  /** A line of values between delimiters, with nothing else; null for all other lines. */
  delimited: Delimited | null;
  /** The label as written, for explanations. */
  label: string;
  weight: number;
}

/** How a label is closed: by a mark, by a wide gap, or by nothing but a space. */
export type Closing = 'mark' | 'gap' | 'none';

/** Rarer constants tell more: long words over short ones, words over marks. */
export function tokenWeight(token: Token): number {
  return token.word ? 1 + Math.min(token.norm.length, 8) / 8 : isSeparator(token) ? 0.25 : 0.1;
}

/** The fields whose slots a landmark holds. */
export function fieldsOf({ slots, below, delimited }: Landmark): string[] {
  const places = delimited ? delimited.slots : [...slots.map(({ slot }) => slot), ...(below ? [below] : [])];
  return places.flatMap(namesOf);
}
