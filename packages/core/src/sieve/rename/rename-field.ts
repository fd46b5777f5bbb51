import { isScalar, isSeq, type Node, parseDocument, type YAMLMap } from 'yaml';
import { type Code, type FileProblem, nearest, type Params, say } from '../../errors/index.js';
import type { Mentions } from '../../files/index.js';
import { ruleKinds } from '../../rules/index.js';
import { type CompiledSieve, tryCompileSieve } from '../compile-sieve.js';
import { fieldNamePattern, reservedNames } from '../schema.js';
import { findMentions, nodesAt, type Renaming, type Splice } from './find-mentions.js';
import { goesByName, type Mapping, spellOut } from './spell-out.js';

export type Renamed =
  | {
      ok: true;
      source: string;
      /** How many places were changed. */
      places: number;
      /** Routes whose mapping was written out, so that they go on writing under the old name. */
      spelledOut: string[];
    }
  | { ok: false; problems: FileProblem[] };

/** Where a sieve file names fields, beside its rules. */
const sieveMentions: Mentions = {
  fields: 'keys',
  'rows.columns': 'keys',
  accept: 'condition',
  'checks.*.that': 'condition',
  'completes.field': 'name',
  'checks.*.unique': 'name',
  'checks.*.agree': 'name',
  'routes.*.when': 'condition',
  'routes.*.with.*': 'text',
  'routes.*.rows.*': 'text',
  'samples.*.expect': 'keys',
  'samples.*.expect.rows.*': 'keys',
};

/**
 * Renames a field, or a column of the rows, everywhere in a sieve's source text. All else stays as it is, to the byte. What
 * goes outside keeps its name: a route that writes fields under their own names gets its mapping written out.
 */
export function renameField(source: string, from: string, to: string): Renamed {
  const compiled = tryCompileSieve(source);
  if (!compiled.ok) return compiled;
  const refused = refusal(compiled.sieve, from, to);
  if (refused) return { ok: false, problems: [refused] };
  const root = parseDocument(source, { uniqueKeys: false }).contents as Node | null;
  const renaming = { source, from, to };
  const named = [...findMentions(root, sieveMentions, renaming), ...inRules(root, renaming)];
  const { splices, names } = steadyRoutes(root, compiled.sieve, renaming);
  const text = spliced(source, [...named, ...splices]);
  const after = tryCompileSieve(text);
  return after.ok
    ? { ok: true, source: text, places: named.length, spelledOut: names }
    : { ok: false, problems: after.problems.map((left) => byHand(left, from)) };
}

function refusal({ fields, columns }: CompiledSieve, from: string, to: string): FileProblem | null {
  const known = [...Object.keys(fields), ...Object.keys(columns)];
  if (!known.includes(from))
    return problem('YS-SIEVE-UNKNOWN-FIELD', 'from', { field: from, nearest: nearest(from, known) });
  if (!fieldNamePattern.test(to)) return problem('YS-RENAME-NAME', 'to', { name: to });
  if (reservedNames.has(to)) return problem('YS-SIEVE-RESERVED-NAME', 'to', { field: to });
  return known.includes(to) ? problem('YS-RENAME-TAKEN', 'to', { name: to }) : null;
}

const problem = (code: Code, path: string, params: Params): FileProblem => ({
  code,
  path,
  text: say(code, params),
  line: 1,
  column: 1,
});

const byHand = (left: FileProblem, field: string): FileProblem => ({
  ...left,
  code: 'YS-RENAME-BY-HAND',
  text: say('YS-RENAME-BY-HAND', { field, detail: `line ${left.line}: ${left.text}` }),
});

function inRules(root: Node | null, renaming: Renaming): Splice[] {
  return nodesAt(root, ['rules', '*']).flatMap((rule) => {
    const [kind] = nodesAt(rule, ['kind']);
    const known = isScalar(kind) ? ruleKinds[String(kind.value)] : undefined;
    return known ? findMentions(rule, known.mentions, renaming) : [];
  });
}

/** Routes without a mapping would write under the new name from now on: theirs is written out. */
function steadyRoutes(root: Node | null, sieve: CompiledSieve, { source, from, to }: Renaming) {
  const [list] = nodesAt(root, ['routes']);
  const byName = (isSeq(list) ? list.items : []).filter(goesByName);
  const steady = byName.flatMap((route) => {
    const mapping = outsideNames(route, sieve).map((name): Mapping[number] => [name, name === from ? to : name]);
    const splice = mapping.some(([outside, field]) => outside !== field) && spellOut(source, route, mapping);
    return splice ? [{ splice, name: String(route.get('name') ?? route.get('to')) }] : [];
  });
  return { splices: steady.map(({ splice }) => splice), names: steady.map(({ name }) => name) };
}

function outsideNames(route: YAMLMap, { fields, columns }: CompiledSieve): string[] {
  return [...Object.keys(fields), ...(route.get('each') === 'row' ? Object.keys(columns) : [])];
}

function spliced(source: string, splices: readonly Splice[]): string {
  const inOrder = [...splices].sort((a, b) => b.start - a.start || b.end - a.end);
  return inOrder.reduce((text, { start, end, text: put }) => text.slice(0, start) + put + text.slice(end), source);
}
