import { type FieldOptions, fitOfValue, type ReadContext } from '../../values/index.js';

/** Characters of a value that is no text. */
const longestTyped = 400;

/** Tells how well the text at a place fits a field’s type; asked often for the same places, so it remembers. */
export class FitMemo {
  private readonly known = new Map<string, number>();

  constructor(
    private readonly text: string,
    private readonly fields: Readonly<Record<string, FieldOptions>>,
    private readonly context: ReadContext,
  ) {}

  /** 0 to 1; null when the field is none of the sieve's. */
  at(field: string, start: number, end: number): number | null {
    const options = this.fields[field];
    if (!options) return null;
    // No value but a text is that long; reading one to find out would take its time.
    if (end - start > longestTyped && options.type !== 'text' && options.many !== true) return 0;
    const key = `${field} ${start} ${end}`;
    let fit = this.known.get(key);
    if (fit === undefined) {
      fit = fitOfValue(this.text.slice(start, end), options, this.context);
      this.known.set(key, fit);
    }
    return fit;
  }
}
