import { linesOf, type Range, type View } from '../../reading/index.js';
import type { RuleRun } from '../rule-kind.js';
import { addsUp } from '../table/totals.js';
import { bulletOf, type LineShape, shapedLine } from './line-shape.js';
import { type BlockRows, type Columns, readShaped, shapeOptions } from './read-slot-at.js';

/** Lines running that are no items, after which a list without bullets is over. */
const mostMisfits = 2;

/** The items of a stretch that have the shape of a line without words of its own. */
export function shapedRows(shape: LineShape, view: View, region: Range, run: RuleRun, columns: Columns): BlockRows {
  const found: BlockRows = { rows: [], known: [], passedOver: [] };
  let misfits = 0;
  for (const line of itemLines(shape, view, region)) {
    const words = view.text.slice(line.start, line.end).trim();
    if (words === '' || !/[\p{L}\p{N}]/u.test(words)) continue;
    const shaped = shapedLine(shape, view, line, shapeOptions(view, line.start, run, columns));
    if (shaped) {
      misfits = 0;
      found.rows.push(readShaped(shape, shaped, view, run, columns));
      continue;
    }
    if (found.rows.length === 0) continue;
    found.passedOver.push({ text: words.slice(0, 80), why: addsUp(words) ? 'it adds up others' : 'it is no item' });
    if (addsUp(words)) continue;
    if (++misfits >= mostMisfits) break;
  }
  return found;
}

/** The lines of a stretch; what goes on below a bullet, with neither a bullet nor a blank line between, belongs to it. */
function itemLines(shape: LineShape, view: View, region: Range): Range[] {
  const joined: Range[] = [];
  let open = false;
  /** A list has one kind of bullet; another one further in is part of an item. */
  let bullet: string | null = null;
  for (const range of linesOf(view.text.slice(region.start, region.end))) {
    const line = { start: region.start + range.start, end: region.start + range.end };
    const words = view.text.slice(line.start, line.end);
    const mark = bulletOf(shape, words);
    bullet ??= mark;
    const begins = mark !== null && mark === bullet;
    const last = joined.at(-1);
    if (open && last && !begins && words.trim() !== '' && /^\s/.test(words)) last.end = line.end;
    else joined.push(line);
    open = shape.bullet && words.trim() !== '' && (begins || open);
  }
  return joined;
}
