import { Parser } from 'htmlparser2';
import type { TextForm } from './reading.js';
import { TextBuilder } from './text-builder.js';

const blocks = new Set(
  'address article aside blockquote center dd details div dl dt fieldset figcaption figure footer form h1 h2 h3 h4 h5 h6 header hr li main nav ol p pre section table tbody tfoot thead tr ul body html'.split(
    ' ',
  ),
);
/** Blocks that stand apart from their neighbours by a blank line. */
const apart = new Set('blockquote dl h1 h2 h3 h4 h5 h6 ol p pre table ul'.split(' '));
const unseen = new Set('head style script title template noscript object svg math'.split(' '));
const voids = new Set('area base br col embed hr img input link meta param source track wbr'.split(' '));

/** The text a person would read in an HTML part, with links, and with the place in the source of every character. */
export type HtmlText = Pick<TextForm, 'text' | 'links' | 'source'> & { quotes: { start: number; end: number }[] };

/** Makes text from HTML, deterministically and without recursion, so that depth costs nothing. */
export function htmlToText(html: string): HtmlText {
  const writer = new HtmlTextWriter();
  const parser = new Parser(
    {
      onopentag: (name, attributes) => writer.open(name, attributes),
      ontext: (text) => writer.text(text, parser.startIndex, parser.endIndex + 1 - parser.startIndex),
      onclosetag: (name) => writer.close(name),
    },
    { decodeEntities: true, lowerCaseTags: true },
  );
  parser.end(html);
  return writer.finish();
}

class HtmlTextWriter {
  private readonly out = new TextBuilder();
  private readonly links: { start: number; end: number; href: string }[] = [];
  private readonly quotes: { start: number; end: number }[] = [];
  private readonly openLinks: { start: number; href: string }[] = [];
  private readonly openQuotes: number[] = [];
  private hidden = 0;
  private preformatted = 0;
  private cellsInRow = 0;
  /** For each open element, whether it hides what is inside. */
  private readonly stack: { name: string; hides: boolean }[] = [];

  open(name: string, attributes: Record<string, string>): void {
    const hides =
      unseen.has(name) ||
      'hidden' in attributes ||
      /display\s*:\s*none|visibility\s*:\s*hidden/i.test(attributes.style ?? '');
    if (!voids.has(name)) {
      this.stack.push({ name, hides });
      if (hides) this.hidden++;
    }
    if (this.hidden > 0) return;
    if (name === 'br') this.out.newline();
    else if (name === 'img' && attributes.alt?.trim()) this.out.generated(attributes.alt.trim());
    else if (name === 'a' && attributes.href)
      this.openLinks.push({ start: this.out.nextStart(), href: attributes.href });
    else if (name === 'td' || name === 'th') this.openCell();
    else if (blocks.has(name)) this.openBlock(name);
  }

  private openCell(): void {
    if (this.cellsInRow++ > 0) this.out.cell();
  }

  private openBlock(name: string): void {
    this.breakFor(name);
    if (name === 'tr') this.cellsInRow = 0;
    if (name === 'li') this.out.generated('- ');
    if (name === 'pre') this.preformatted++;
    if (name === 'blockquote') this.openQuotes.push(this.out.length);
  }

  /** A block inside a cell does not break the row; its edge is a space. */
  private breakFor(name: string): void {
    if (this.inCell(name)) this.out.space();
    else if (apart.has(name)) this.out.blankLine();
    else this.out.freshLine();
  }

  /** Whether the nearest table part around is a cell that holds only this flow (so a label and its value stay on a line). */
  private inCell(name: string): boolean {
    if (name === 'tr' || name === 'table' || name === 'tbody' || name === 'thead' || name === 'tfoot') return false;
    return this.cellsInRow > 1;
  }

  text(text: string, source: number, sourceLength: number): void {
    if (this.hidden > 0) return;
    if (this.preformatted > 0) this.out.verbatim(text, source, sourceLength);
    else this.out.flow(text, source, sourceLength);
  }

  close(name: string): void {
    if (voids.has(name)) return;
    const top = this.stack.pop();
    if (top?.hides) {
      this.hidden--;
      return;
    }
    if (this.hidden > 0) return;
    if (name === 'a') this.closeLink();
    if (name === 'pre') this.preformatted--;
    if (name === 'tr' || name === 'table') this.cellsInRow = 0;
    if (name === 'blockquote') this.quotes.push({ start: this.openQuotes.pop() ?? 0, end: this.out.length });
    if (blocks.has(name)) this.breakFor(name);
  }

  private closeLink(): void {
    const link = this.openLinks.pop();
    if (link && this.out.length > link.start) this.links.push({ ...link, end: this.out.length });
  }

  finish(): HtmlText {
    const { text, source } = this.out.finish();
    const bounded = <T extends { start: number; end: number }>(range: T): T => ({
      ...range,
      start: Math.min(range.start, text.length),
      end: Math.min(range.end, text.length),
    });
    return { text, source, links: this.links.map(bounded), quotes: this.quotes.map(bounded) };
  }
}
