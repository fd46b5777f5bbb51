import type { SourceRun } from './reading.js';

/** Builds text line by line: white space folded, breaks owed until the next visible character, every character's source noted. */
export class TextBuilder {
  private readonly pieces: string[] = [];
  private readonly runs: SourceRun[] = [];
  private written = 0;
  private owed = '';
  private lineEmpty = true;

  get length(): number {
    return this.written;
  }

  /** Where the next visible character will stand. */
  nextStart(): number {
    return this.written === 0 ? 0 : this.written + this.owed.length;
  }

  /** A line break that always counts, as `<br>` does. */
  newline(): void {
    this.owed = `${this.owed.replace(/[ \t]+$/, '')}\n`;
    this.lineEmpty = true;
  }

  freshLine(): void {
    if (!this.lineEmpty) this.newline();
  }

  blankLine(): void {
    if (this.written === 0) return;
    this.freshLine();
    const breaks = this.owed.split('\n').length - 1;
    if (breaks < 2) this.owed += '\n'.repeat(2 - breaks);
  }

  cell(): void {
    this.owed = `${this.owed.replace(/ $/, '')}\t`;
  }

  space(): void {
    if (!this.lineEmpty && this.owed === '') this.owed = ' ';
  }

  /** Running text: white space folds, as a browser does. */
  flow(text: string, source: number, sourceLength: number): void {
    const same = text.length === sourceLength;
    for (const match of text.matchAll(/[ \t\r\n\f]+|[^ \t\r\n\f]+/g)) {
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

  /** Characters that stand for something that is no text in the source, such as a bullet. */
  generated(text: string): void {
    this.write(text);
  }

  private put(text: string, source: number, sourceLength: number): void {
    const start = this.nextStart();
    this.write(text);
    this.runs.push({ start, end: start + text.length, source, sourceLength });
  }

  private write(text: string): void {
    // A text does not begin with the breaks of what stands empty before it.
    if (this.written === 0) this.owed = '';
    if (this.owed !== '') this.pieces.push(this.owed);
    this.written += this.owed.length + text.length;
    this.owed = '';
    this.pieces.push(text);
    this.lineEmpty = false;
  }

  finish(): { text: string; source: SourceRun[] } {
    return { text: this.pieces.join(''), source: this.runs };
  }
}
