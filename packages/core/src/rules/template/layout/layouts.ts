import * as v from 'valibot';
import { nearest } from '../../../errors/index.js';
import { closed, type Path } from '../../../files/index.js';
import type { RuleCompiler } from '../../rule-kind.js';
import type { CompiledLayout, Layout, PlacedBlock } from '../model.js';
import { compileBlock } from './block.js';
import { compileLayout } from './landmarks.js';

export const entries = {
  layouts: v.pipe(
    v.array(
      closed({
        name: v.string(),
        sample: v.optional(v.string()),
        subject: v.optional(v.string()),
        text: v.optional(v.string()),
      }),
    ),
    v.minLength(1),
  ),
};

/** A layout as it stands in the file. */
export interface LayoutSource {
  name: string;
  sample?: string;
  subject?: string;
  text?: string;
}

/** Compiles a layout; null when it cannot be, with the reasons in the report. */
export function compileOne(source: LayoutSource, path: Path, compiler: RuleCompiler): Layout | null {
  const { report } = compiler;
  const split = splitBlock(source.text ?? '');
  if (!split) {
    report.add('YS-TEMPLATE-BLOCK', [...path, 'text'], { layout: source.name });
    return null;
  }
  const around = source.text === undefined ? undefined : `${split.before}\n\n${split.after}`;
  const subject = compilePart(source.name, source.subject, [...path, 'subject'], compiler);
  const text = compilePart(source.name, split.block === null ? source.text : around, [...path, 'text'], compiler);
  const block = placeBlock(source.name, split, [...path, 'text'], compiler);
  if (subject === undefined || text === undefined || block === undefined) return null;
  if (!subject?.fields.length && !text?.fields.length && !block) {
    report.add('YS-TEMPLATE-NO-SLOT', path, { layout: source.name });
    return null;
  }
  return { name: source.name, text, subject, block };
}

/** The compiled block, null when nothing is repeated, undefined when it cannot be compiled. */
function placeBlock(
  layout: string,
  { before, block }: SplitText,
  path: Path,
  { fields, columns, report }: RuleCompiler,
): PlacedBlock | null | undefined {
  if (block === null) return null;
  const compiled = compileBlock(layout, block, columns);
  const above = compileLayout(layout, before, fields);
  if ('code' in compiled || 'code' in above) {
    if ('code' in compiled) report.add(compiled.code, path, { layout, ...compiled });
    return undefined;
  }
  const strangers = compiled.fields.filter((field) => !(field in columns));
  for (const field of strangers)
    report.add('YS-SIEVE-UNKNOWN-FIELD', path, { field, nearest: nearest(field, Object.keys(columns)) });
  return strangers.length > 0 ? undefined : { block: compiled, before: above.landmarks.length };
}

/** The compiled part, null when it was left out, undefined when it cannot be compiled. */
function compilePart(
  layout: string,
  text: string | undefined,
  path: Path,
  { fields, report }: RuleCompiler,
): CompiledLayout | null | undefined {
  if (text === undefined) return null;
  const compiled = compileLayout(layout, text, fields);
  if ('code' in compiled) {
    report.add(compiled.code, path, { layout, ...compiled });
    return undefined;
  }
  const strangers = compiled.fields.filter((field) => !(field in fields));
  for (const field of strangers)
    report.add('YS-SIEVE-UNKNOWN-FIELD', path, { field, nearest: nearest(field, Object.keys(fields)) });
  return strangers.length > 0 ? undefined : compiled;
}

/** A layout's text cut at its repeated block. */
interface SplitText {
  before: string;
  /** The lines of one item; null where nothing is repeated. */
  block: string | null;
  after: string;
}

const opens = /^\s*\[\[\s*rows:\s*\]\]\s*$/;
const closes = /^\s*\[\[\s*:rows\s*\]\]\s*$/;
const anywhere = /\[\[\s*:?rows:?\s*\]\]/;

/** Cuts a layout's text at `[[rows:]]` and `[[:rows]]`, each alone on its line; null when they are written otherwise. */
function splitBlock(text: string): SplitText | null {
  const lines = text.split('\n');
  const open = lines.findIndex((line) => opens.test(line));
  const close = lines.findIndex((line) => closes.test(line));
  const marks = lines.filter((line) => anywhere.test(line)).length;
  if (marks === 0) return { before: text, block: null, after: '' };
  if (marks !== 2 || open < 0 || close <= open + 1) return null;
  return {
    before: lines.slice(0, open).join('\n'),
    block: lines.slice(open + 1, close).join('\n'),
    after: lines.slice(close + 1).join('\n'),
  };
}
