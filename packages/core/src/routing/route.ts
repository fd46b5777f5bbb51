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
import { type Scene, wholeValue } from '../names/index.js';
import { type CompiledText, compileText, renderText } from '../texts/index.js';
import type { Value, ValueKind } from '../values/index.js';

export const routeSchema = closed({
  to: v.string(),
  name: v.optional(v.string()),
  when: v.optional(conditionSchema),
  with: v.optional(v.record(v.string(), v.union([v.string(), v.number(), v.boolean(), v.array(v.string())]))),
  each: v.optional(v.picklist(['record', 'row'])),
  in_review: v.optional(v.picklist(['wait', 'deliver'])),
});

export interface RouteSource {
  to: string;
  name?: string | undefined;
  when?: ConditionSource | undefined;
  with?: Record<string, string | number | boolean | string[]> | undefined;
  each?: 'record' | 'row' | undefined;
  in_review?: 'wait' | 'deliver' | undefined;
}

/** One thing to write: the outside's name, and a typed value, a constant, or null. `kind` holds when the value is null too. */
export interface Cell {
  name: string;
  kind: ValueKind;
  value: Value | number | boolean | string[] | null;
}

/** One line for a destination; `row` is null for the record as a whole, else the row's key. */
export interface Line {
  row: string | null;
  cells: Cell[];
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

type Mapping = { name: string; kind: ValueKind } & ({ text: CompiledText } | { constant: number | boolean | string[] });

export interface CompiledRoute {
  name: string;
  to: string;
  when: CompiledCondition | null;
  mapping: Mapping[];
  each: 'record' | 'row';
  inReview: 'wait' | 'deliver';
}

/** Compiles a route. Without `with`, every name of `byName` goes out under its own name. */
export function compileRoute(
  source: RouteSource,
  byName: readonly string[],
  path: Path,
  compiler: ConditionCompiler,
): CompiledRoute | null {
  const when = source.when ? compileCondition(source.when, [...path, 'when'], compiler) : null;
  const pairs = Object.entries(source.with ?? Object.fromEntries(byName.map((name) => [name, `{{ ${name} }}`])));
  const mapping = pairs.map(([name, from]): Mapping | null => {
    if (typeof from !== 'string') return { name, kind: typeof from === 'number' ? 'number' : 'text', constant: from };
    const text = compileText(from, compiler.scope, [...path, 'with', name], compiler.report);
    return text && { name, kind: kindOf(text, compiler), text };
  });
  if ((source.when && !when) || mapping.some((entry) => entry === null)) return null;
  return {
    name: source.name ?? source.to,
    to: source.to,
    when,
    mapping: mapping as Mapping[],
    each: source.each ?? 'record',
    inReview: source.in_review ?? 'wait',
  };
}

/** The kind of what one name gives; a list, and anything with words around it, is a text. */
function kindOf({ only }: CompiledText, { scope }: ConditionCompiler): ValueKind {
  const type = only === null ? null : scope.typeOf(only);
  return type === null || type.many ? 'text' : type.kind;
}

/** What a route does in a scene: the lines it would write when it fires, and the reason in either case. */
export function hitRoute(route: CompiledRoute, scope: string, scene: Scene): RouteHit {
  const decision = route.when ? decide(route.when, scene) : { holds: true, why: 'no condition' };
  if (!decision.holds) return { ...named(route, scope), fires: false, why: decision.why, lines: [] };
  const scenes =
    route.each === 'row'
      ? scene.rows.map((row, i) => ({ row: String(i), scene: { ...scene, row } }))
      : [{ row: null, scene }];
  return {
    ...named(route, scope),
    fires: true,
    why: decision.why,
    lines: scenes.map((entry) => ({
      row: entry.row,
      cells: route.mapping.map((mapping) => ({
        name: mapping.name,
        kind: mapping.kind,
        value: mapped(mapping, entry.scene),
      })),
    })),
  };
}

const named = ({ name, to, inReview }: CompiledRoute, scope: string) => ({ route: `${scope}/${name}`, to, inReview });

/** Exactly one `{{ name }}` passes the typed value; anything else is text, and null when nothing is left of it. */
function mapped(mapping: Mapping, scene: Scene): Cell['value'] {
  if ('constant' in mapping) return mapping.constant;
  const { text } = mapping;
  if (text.only !== null) return wholeValue(text.only, scene);
  const rendered = renderText(text, scene).text;
  return rendered === '' ? null : { kind: 'text', text: rendered };
}
