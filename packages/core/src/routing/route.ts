import * as v from 'valibot';
import {
  type CompiledCondition,
  type ConditionCompiler,
  type ConditionSource,
  compileCondition,
  conditionSchema,
  decide,
} from '../conditions/index.js';
import { closed, type Path } from '../files/index.js';
import { limits } from '../limits.js';
import { type Scene, wholeValue } from '../names/index.js';
import { type CompiledText, compileText, renderText } from '../texts/index.js';
import { ownTypes, type Value, wordsValue } from '../values/index.js';
import { numberedName } from './numbered-name.js';

const mappingSchema = v.record(v.string(), v.union([v.string(), v.number(), v.boolean(), v.array(v.string())]));

export const routeSchema = closed({
  to: v.string(),
  name: v.optional(v.string()),
  when: v.optional(conditionSchema),
  with: v.optional(mappingSchema),
  /** What goes of each row beside the record, to destinations that take rows with it. */
  rows: v.optional(mappingSchema),
  each: v.optional(v.picklist(['record', 'row', 'spread'])),
  in_review: v.optional(v.picklist(['wait', 'deliver'])),
});

type MappingSource = Record<string, string | number | boolean | string[]>;

export interface RouteSource {
  to: string;
  name?: string | undefined;
  when?: ConditionSource | undefined;
  with?: MappingSource | undefined;
  rows?: MappingSource | undefined;
  each?: 'record' | 'row' | 'spread' | undefined;
  in_review?: 'wait' | 'deliver' | undefined;
}

/** One thing to write: the outside's name, and a typed value, a constant, or null. `kind` holds when the value is null too. */
export interface Cell {
  name: string;
  kind: string;
  value: Value | number | boolean | string[] | null;
}

/** One line for a destination; `row` is null for the record as a whole, else the row's key. */
export interface Line {
  row: string | null;
  cells: Cell[];
  /** What goes of each row with the record, in their order; only where the route says so. */
  rows?: Cell[][];
}

/** What a route makes of a record. Its name is stable: it is part of every delivery's identity. */
export interface RouteHit {
  route: string;
  to: string;
  fires: boolean;
  why: string;
  inReview: 'wait' | 'deliver';
  lines: Line[];
}

/** `ofRow`: it uses a column of the rows. */
type Mapping = { name: string; kind: string; ofRow: boolean } & (
  | { text: CompiledText }
  | { constant: number | boolean | string[] }
);

export interface CompiledRoute {
  name: string;
  to: string;
  when: CompiledCondition | null;
  mapping: Mapping[];
  /** Of rows that go with the record; null where none do. */
  rowMapping: Mapping[] | null;
  /** A line for the record, one for each row, or one for the record with its rows in numbered columns. */
  each: 'record' | 'row' | 'spread';
  inReview: 'wait' | 'deliver';
}

/** Compiles a route. Without `with`, every field goes out under its own name, and every column where rows go too. */
export function compileRoute(
  source: RouteSource,
  { fields, columns }: { fields: readonly string[]; columns: readonly string[] },
  path: Path,
  compiler: ConditionCompiler,
): CompiledRoute | null {
  const byName = source.each === 'row' || source.each === 'spread' ? [...fields, ...columns] : fields;
  const when = source.when ? compileCondition(source.when, [...path, 'when'], compiler) : null;
  const each = source.each ?? 'record';
  if (source.rows && (each !== 'record' || columns.length === 0))
    compiler.report.add('YS-ROUTE-ROWS', [...path, 'rows']);
  const pairs = Object.entries(source.with ?? Object.fromEntries(byName.map((name) => [name, `{{ ${name} }}`])));
  const mapped = (from: (typeof pairs)[number], under: 'with' | 'rows') =>
    mappingOf(from, columns, [...path, under], compiler);
  const mapping = pairs.map((pair) => mapped(pair, 'with'));
  const rowMapping = source.rows ? Object.entries(source.rows).map((pair) => mapped(pair, 'rows')) : null;
  if ((source.when && !when) || [...mapping, ...(rowMapping ?? [])].some((entry) => entry === null)) return null;
  return {
    name: source.name ?? source.to,
    to: source.to,
    when,
    mapping: mapping as Mapping[],
    rowMapping: rowMapping as Mapping[] | null,
    each,
    inReview: source.in_review ?? 'wait',
  };
}

/** What goes out under this name is HTML: values in it are escaped, so that nothing a sender writes becomes an element. */
const markupName = 'html';

function mappingOf(
  [name, from]: [string, MappingSource[string]],
  columns: readonly string[],
  path: Path,
  compiler: ConditionCompiler,
): Mapping | null {
  if (typeof from !== 'string')
    return { name, kind: typeof from === 'number' ? ownTypes.number : ownTypes.words, constant: from, ofRow: false };
  const markup = name === markupName;
  const text = compileText(from, compiler.scope, [...path, name], compiler.report, { markup });
  const ofRow = text?.names.some((used) => columns.includes(used)) ?? false;
  return text && { name, kind: kindOf(text, compiler), text, ofRow };
}

/** The kind of what one name gives; a list, and anything with words around it, is a text. */
function kindOf({ only }: CompiledText, { scope }: ConditionCompiler): string {
  const type = only === null ? null : scope.typeOf(only);
  return type === null || type.many ? ownTypes.words : type.kind;
}

/** What a route does in a scene: the lines it would write when it fires, and the reason in either case. */
export function hitRoute(route: CompiledRoute, scope: string, scene: Scene): RouteHit {
  const decision = route.when ? decide(route.when, scene) : { holds: true, why: 'no condition' };
  if (!decision.holds) return { ...named(route, scope), fires: false, why: decision.why, lines: [] };
  const failed: string[] = [];
  const lines = linesOf(route, scene, (name, detail) => failed.push(`; “${name}” is empty: ${detail}`));
  return { ...named(route, scope), fires: true, why: decision.why + heldBack(route, scene) + failed.join(''), lines };
}

function heldBack({ each, rowMapping }: CompiledRoute, { held }: Scene): string {
  if (!held || held.size === 0 || (each === 'record' && !rowMapping)) return '';
  const numbers = [...held].map((i) => i + 1);
  return held.size === 1 ? `; row ${numbers[0]} is held back` : `; rows ${numbers.join(', ')} are held back`;
}

/** Told of a cell whose text could not be made, and why. */
type OnFailure = (name: string, detail: string) => void;

function linesOf({ each, mapping, rowMapping }: CompiledRoute, scene: Scene, onFailure: OnFailure): Line[] {
  const cells = (some: readonly Mapping[], row: Scene['row']) =>
    some.map((one): Cell => ({ name: one.name, kind: one.kind, value: mapped(one, { ...scene, row }, onFailure) }));
  const rows = [...scene.rows.entries()].filter(([i]) => !scene.held?.has(i));
  if (each === 'row') return rows.map(([i, row]) => ({ row: String(i), cells: cells(mapping, row) }));
  if (each === 'record') {
    const own = { row: null, cells: cells(mapping, null) };
    return [rowMapping ? { ...own, rows: rows.map(([, row]) => cells(rowMapping, row)) } : own];
  }
  const spread = rows.slice(0, limits.spreadRows).flatMap(([, row], i) =>
    cells(
      mapping.filter(({ ofRow }) => ofRow),
      row,
    ).map((cell) => ({ ...cell, name: numberedName(cell.name, i + 1) })),
  );
  const own = mapping.filter(({ ofRow }) => !ofRow);
  return [{ row: null, cells: [...cells(own, null), ...spread] }];
}

const named = ({ name, to, inReview }: CompiledRoute, scope: string) => ({ route: `${scope}/${name}`, to, inReview });

/** Exactly one `{{ name }}` passes the typed value; anything else is text, and null when nothing is left of it. */
function mapped(mapping: Mapping, scene: Scene, onFailure: OnFailure): Cell['value'] {
  if ('constant' in mapping) return mapping.constant;
  const { text } = mapping;
  if (text.only !== null) return wholeValue(text.only, scene);
  const rendered = renderText(text, scene);
  if (rendered.failed !== null) onFailure(mapping.name, rendered.failed);
  return rendered.text === '' ? null : wordsValue(rendered.text);
}
