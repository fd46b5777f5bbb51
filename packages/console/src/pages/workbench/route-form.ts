import type { DestinationColumn, RouteItem } from '@yellow-sieve/contract';

type Constant = NonNullable<RouteItem['with']>[string];
type Condition = NonNullable<RouteItem['when']>;

/** A route as a form has it: everything a text, so that it can be half written. */
export interface RouteForm {
  to: string;
  each: (typeof eachWays)[number];
  /** Null where the route's condition is longer than the form's controls. */
  when: { field: string; test: string; value: string } | null;
  /** Null where every field goes out under its own name. */
  mapping: { outside: string; text: string }[] | null;
}

/** What a route makes lines of. */
export const eachWays = ['record', 'row', 'spread'] as const;

/** Tests that are put together by controls; the source knows all. */
export const routeTests = [
  'is',
  'is not',
  'contains',
  'starts with',
  'over',
  'at least',
  'under',
  'at most',
  'before',
  'after',
  'present',
  'missing',
] as const;

/** Tests that ask for nothing more. */
const alone: readonly string[] = ['present', 'missing'];
export const needsValue = (test: string): boolean => !alone.includes(test);

const always = { field: '', test: 'is', value: '' };

export function formOf({ to, each = 'record', when, with: mapping }: RouteItem): RouteForm {
  return {
    to,
    each,
    when: when === undefined ? always : tripleOf(when),
    mapping: mapping
      ? Object.entries(mapping).map(([outside, text]) => ({
          outside,
          text: typeof text === 'string' ? text : JSON.stringify(text),
        }))
      : null,
  };
}

function tripleOf(when: Condition): RouteForm['when'] {
  if (!('length' in when)) return null;
  const [field, test, value = '', ...more] = when;
  const simple = more.length === 0 && typeof value !== 'object';
  return simple && (routeTests as readonly string[]).includes(test) ? { field, test, value: String(value) } : null;
}

/** The route a form makes of another one: what the form has no controls for stays. */
export function routeOf(form: RouteForm, before: RouteItem | null): RouteItem {
  const { when: old, name, in_review, rows } = before ?? {};
  const mapping = form.mapping?.filter(({ outside, text }) => outside.trim() !== '' && text.trim() !== '');
  return {
    to: form.to,
    ...(name === undefined ? {} : { name }),
    ...(form.each === 'record' ? {} : { each: form.each }),
    ...whenOf(form.when, old),
    ...(in_review === undefined ? {} : { in_review }),
    ...(rows === undefined || form.each !== 'record' ? {} : { rows }),
    ...(mapping
      ? { with: Object.fromEntries(mapping.map(({ outside, text }) => [outside.trim(), constantOf(text)])) }
      : {}),
  };
}

function whenOf(when: RouteForm['when'], old: Condition | undefined): { when?: Condition } {
  if (when === null) return old === undefined ? {} : { when: old };
  if (when.field === '') return {};
  return { when: needsValue(when.test) ? [when.field, when.test, scalarOf(when.value)] : [when.field, when.test] };
}

const scalarOf = (value: string): string | number => (/^-?\d+(\.\d+)?$/.test(value.trim()) ? Number(value) : value);

/** Lists, figures and yes or no were written as such before; all else is a text. */
function constantOf(text: string): Constant {
  if (!/^(?:\[.*\]|-?\d+(?:\.\d+)?|true|false)$/.test(text.trim())) return text;
  try {
    return JSON.parse(text);
  } catch {
    return text;
  }
}

/** The field that a mapping passes on as it is; null for a text. */
export const fieldOfText = (text: unknown): string | null =>
  typeof text === 'string' ? (/^\{\{\s*(\w+)\s*\}\}$/.exec(text)?.[1] ?? null) : null;

type Mapping = NonNullable<RouteForm['mapping']>;

const lastWord = (name: string) =>
  name
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean)
    .at(-1);

/** What a target's columns are likely filled with: the field of the same name, or of the same last word. */
export function suggestedMapping(columns: readonly DestinationColumn[], fields: readonly string[]): Mapping {
  return columns.map(({ name }) => {
    const field = fields.find((one) => one === name) ?? fields.find((one) => lastWord(one) === lastWord(name));
    return { outside: name, text: field === undefined ? '' : `{{ ${field} }}` };
  });
}

/** A mapping with every column of the target in it; those that nothing is written to are empty. */
export function withColumns(mapping: Mapping, columns: readonly DestinationColumn[]): Mapping {
  const there = new Set(mapping.map(({ outside }) => outside));
  return [...mapping, ...columns.flatMap(({ name }) => (there.has(name) ? [] : { outside: name, text: '' }))];
}

/** The columns a target requires that a route does not write. */
export function lackingColumns(route: RouteItem, columns: readonly DestinationColumn[], fields: readonly string[]) {
  const written = new Set(route.with ? Object.keys(route.with) : fields);
  return columns.filter(({ name, required }) => required && !written.has(name)).map(({ name }) => name);
}
