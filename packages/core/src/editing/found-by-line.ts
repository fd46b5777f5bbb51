import { parse, stringify } from 'yaml';
import { hasLayouts, ownRules } from '../rules/index.js';
import { type CompiledSieve, noFacts, sift, tryCompileSieve } from '../sieve/index.js';
import type { Named } from '../suggest/write-layout.js';
import type { ShownMessage } from './edited.js';
import { slotsIn } from './layout-text.js';
import { marksFrom } from './working-layout.js';

/**
 * Values that single lines of the layouts find in a message that none of the layouts fits as a whole. Of no use for reading,
 * where one line proves little; for a new layout that a person looks at, they are most of the work.
 */
export function foundByLine(source: string, sieve: CompiledSieve, { reading }: ShownMessage): Named[] {
  const texts = linesOf(sieve);
  if (texts.length === 0) return [];
  const file = parse(source) as Record<string, unknown>;
  const { sieve: name, locale, timezone, body, fields } = file;
  const rules = texts.map((text, i) => ownRules.ofLayouts(`line ${i}`, [{ name: `line ${i}`, text }]));
  const single = tryCompileSieve(
    stringify({ sieve: name, ...given({ locale, timezone, body }), fields, rules }, { lineWidth: 0 }),
  );
  if (!single.ok) return [];
  const result = sift(reading, single.sieve, noFacts);
  return result.kind === 'outcome' ? marksFrom(result.outcome, single.sieve, 'message.text') : [];
}

const given = (entries: Record<string, unknown>) =>
  Object.fromEntries(Object.entries(entries).filter(([, value]) => value !== undefined));

interface LayoutedRule {
  kind: string;
  off?: boolean;
  layouts?: { text?: string }[];
}

/** Lines with a slot and words of their own, of every layout; those of blocks mean nothing alone. */
function linesOf({ source: { rules = [] } }: CompiledSieve): string[] {
  const layouts = (rules as LayoutedRule[]).flatMap((rule) =>
    hasLayouts(rule.kind) && rule.off !== true ? (rule.layouts ?? []) : [],
  );
  const lines = layouts.flatMap(({ text = '' }) => withoutBlocks(text).split('\n'));
  return [...new Set(lines)].filter(
    (line) => slotsIn(line).length > 0 && /\p{L}/u.test(line.replace(/\[\[.*?\]\]/g, '')),
  );
}

const withoutBlocks = (text: string) => text.replace(/\[\[rows:\]\][\s\S]*?\[\[:rows\]\]/g, '');
