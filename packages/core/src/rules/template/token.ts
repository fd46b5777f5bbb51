/** A word or a single mark, in the form in which templates and messages are compared. */
export interface Token {
  norm: string;
  start: number;
  end: number;
  word: boolean;
  /** Blank characters right before it on its line. */
  gap: number;
  /** Whether it is written in capitals throughout. */
  capitals: boolean;
}

/** Blanks this wide separate columns; fewer separate words. */
export const columnGap = 3;

/** Blanks this wide between two values, with no word there, separate them. */
export const valueGap = 2;
