/** A word or a single mark, in the form in which templates and messages are compared. */
export interface Token {
  norm: string;
  start: number;
  end: number;
  word: boolean;
}
