import * as v from 'valibot';
import { nearest } from '../../errors/index.js';
import { closed, type Path } from '../../files/index.js';
import type { RuleCompiler } from '../rule-kind.js';
import { type CompiledBlock, compileBlock } from './block.js';
import { type CompiledLayout, compileLayout } from './compile.js';
import { type SplitText, splitBlock } from './split-block.js';

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

/** A layout that is ready to be tried. */
export interface Layout {
  name: string;
  text: CompiledLayout | null;
  subject: CompiledLayout | null;
  block: PlacedBlock | null;
}

/** A repeated block, and how many of the text's landmarks stand before it. */
export interface PlacedBlock {
  block: CompiledBlock;
  before: number;
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
