import type { SourceRun } from '../reading.js';

/** A place in the text that is known once the next visible character is written. */
export interface Place {
  at: number | null;
}

/** Builds text line by line: white space folded, breaks owed until the next visible character, every character's source noted. */
export class TextBuilder {
  private readonly pieces: string[] = [];
  private readonly runs: SourceRun[] = [];
  private pending: Place[] = [];
  private written = 0;
  /** What stands before the next visible character: lines that are over, then ends of empty cells, or a space. In pieces, since there may be millions. */
  private linesOwed: string[] = [];
  private breaksOwed = 0;
  private tabsOwed = 0;
  private spaceOwed = false;
  /** Whether the space that is owed stands for a break. */
  private breakInCell = false;
  private lineEmpty = true;
  private cellEmpty = false;
  /** What stands for a break here: a line break, or a space inside a cell that must not tear its row. */
  breaks: 'lines' | 'spaces' = 'lines';
  /** Where spaces stand for breaks. */
  readonly breaksInCells: number[] = [];

  get length(): number {
    return this.written;
  }

  /** Where the next visible character will stand. */
  place(): Place {
    const place = { at: null };
    this.pending.push(place);
    return place;
  }

  /** A line break that always counts, as `<br>` does. */
  newline(): void {
    if (this.cellEmpty) return;
    if (this.breaks === 'spaces') this.spaceForBreak();
    else this.lineBreak();
  }

  private lineBreak(): void {
    this.tabsOwed = 0;
    this.spaceOwed = false;
    this.oweBreaks(1);
    this.lineEmpty = true;
  }

  freshLine(): void {
    if (this.cellEmpty) return;
    if (this.breaks === 'spaces') this.spaceForBreak();
    else if (!this.lineEmpty) this.lineBreak();
  }

  blankLine(): void {
    if (this.breaks === 'spaces') {
      this.spaceForBreak();
      return;
    }
    if (this.written === 0 || this.cellEmpty) return;
    this.freshLine();
    this.oweBreaks(2 - this.breaksOwed);
  }

  /** What comes next stands in a cell or after a bullet: breaks before its first character count for nothing. */
  beginCell(): void {
    this.cellEmpty = true;
  }

  /** What comes next stands apart on the same line, as at its other side; nothing where nothing stands there yet. */
  column(): void {
    if (this.lineEmpty || this.cellEmpty || this.breaksOwed > 0) return;
    this.spaceOwed = false;
    this.tabsOwed = Math.max(1, this.tabsOwed);
  }

  nextCell(): void {
    this.spaceOwed = false;
    this.tabsOwed++;
    this.cellEmpty = true;
  }

  space(): void {
    if (!this.lineEmpty && !this.cellEmpty && this.breaksOwed + this.tabsOwed === 0) this.spaceOwed = true;
  }

  private spaceForBreak(): void {
    this.space();
    this.breakInCell = this.spaceOwed;
  }

  /** Running text: white space folds, as a browser does. */
  flow(text: string, source: number, sourceLength: number): void {
    const same = text.length === sourceLength;
    if (!/[ \t\r\n\f]/.test(text)) {
      if (text !== '') this.put(text, source, sourceLength);
      return;
    }
    // Words with a single space between them stand in the text as they stand in the source, so they are one run.
    for (const match of text.matchAll(/[ \t\r\n\f]+|[^ \t\r\n\f]+(?: [^ \t\r\n\f]+)*/g)) {
      if (/^[ \t\r\n\f]/.test(match[0])) this.space();
      else this.put(match[0], same ? source + match.index : source, same ? match[0].length : sourceLength);
    }
  }

  /** Preformatted text: kept as it is. */
  verbatim(text: string, source: number, sourceLength: number): void {
    const same = text.length === sourceLength;
    let at = 0;
    for (const line of text.split('\n')) {
      if (at > 0) this.newline();
      if (line !== '')
        this.put(line.replace(/\r$/, ''), same ? source + at : source, same ? line.length : sourceLength);
      at += line.length + 1;
    }
  }

  /** Words that stand in an attribute: their source is the whole tag. */
  attribute(text: string, source: number, sourceLength: number): void {
    // Lengths that differ say that the characters do not lie side by side in the source.
    this.put(text, source, sourceLength === text.length ? sourceLength + 1 : sourceLength);
  }

  /** Characters that stand for something that is no text in the source, such as a bullet. */
  generated(text: string): void {
    this.write(text);
  }

  private put(text: string, source: number, sourceLength: number): void {
    this.write(text);
    this.runs.push({ start: this.written - text.length, end: this.written, source, sourceLength });
  }

  private write(text: string): void {
    // A text does not begin with the breaks of what stands empty before it.
    const owed = this.written === 0 ? '' : this.owed();
    if (owed !== '') this.pieces.push(owed);
    if (this.breakInCell && owed === ' ') this.breaksInCells.push(this.written);
    this.written += owed.length;
    for (const place of this.pending) place.at = this.written;
    this.pending = [];
    this.written += text.length;
    this.owesNothing();
    this.pieces.push(text);
    this.lineEmpty = false;
    this.cellEmpty = false;
  }

  private oweBreaks(count: number): void {
    if (count <= 0) return;
    this.linesOwed.push('\t'.repeat(this.tabsOwed) + '\n'.repeat(count));
    this.breaksOwed += count;
    this.tabsOwed = 0;
  }

  private owed(): string {
    return this.spaceOwed ? ' ' : this.linesOwed.join('') + '\t'.repeat(this.tabsOwed);
  }

  private owesNothing(): void {
    this.linesOwed = [];
    this.breaksOwed = 0;
    this.tabsOwed = 0;
    this.spaceOwed = false;
    this.breakInCell = false;
  }

  /** Breaks at the end of a cell or an item are those of its blocks, and not of the row or list it stands in; those before an empty one are. */
  dropBreaks(): void {
    if (!this.cellEmpty && this.breaks === 'lines' && this.breaksOwed > 0 && this.written > 0) {
      this.owesNothing();
      this.lineEmpty = false;
    }
  }

  /** A row that ends in empty cells is a line all the same. */
  endCells(): void {
    this.cellEmpty = false;
  }

  finish(): { text: string; source: SourceRun[] } {
    for (const place of this.pending) place.at = this.written;
    return { text: this.pieces.join(''), source: this.runs };
  }
}
