/** The acts of a step, in the order people choose them. */
export const stepActs = [
  'after',
  'before',
  'between',
  'line',
  'lines',
  'split',
  'replace',
  'drop',
  'keep',
  'tidy',
] as const;
export type StepAct = (typeof stepActs)[number];

/** How a step says what it looks for. */
const stepWays = ['text', 'pattern', 'edge', 'number'] as const;
export type StepWay = (typeof stepWays)[number];

export const stepEdges = ['line end', 'blank line', 'space', 'ruling', 'heading', 'end of segment', 'end'] as const;

/** One step as its controls have it. What they cannot show is kept as it stands in the file. */
export type StepForm =
  | { kind: 'step'; act: StepAct; way: StepWay; value: string; second: string; take: string; anyCase: boolean }
  | { kind: 'other'; source: unknown };

export const newStep: StepForm = {
  kind: 'step',
  act: 'after',
  way: 'text',
  value: '',
  second: '',
  take: 'first',
  anyCase: false,
};

/** Which of the ways an act can be told in. */
export const waysOf = (act: StepAct): readonly StepWay[] =>
  act === 'tidy' ? [] : act === 'line' || act === 'lines' ? stepWays : stepWays.filter((way) => way !== 'number');

/** A step of the file as controls. */
export function formOfStep(source: unknown): StepForm {
  const other: StepForm = { kind: 'other', source };
  if (source === 'tidy') return { ...newStep, act: 'tidy' } as StepForm;
  const [[act, given] = ['', undefined], ...more] = Object.entries((source ?? {}) as Record<string, unknown>);
  if (more.length > 0 || !stepActs.includes(act as StepAct)) return other;
  const step = { ...newStep, act: act as StepAct } as Extract<StepForm, { kind: 'step' }>;
  if (act === 'between') {
    const [from, to] = Array.isArray(given) ? given : [];
    return typeof from === 'string' && typeof to === 'string' ? { ...step, value: from, second: to } : other;
  }
  if (act === 'replace') {
    const { find, with: by } = (given ?? {}) as { find?: unknown; with?: unknown };
    const found = whereForm(find);
    return found && typeof by === 'string' ? { ...step, ...found, second: by } : other;
  }
  if (typeof given === 'number') return { ...step, way: 'number', value: String(given) };
  const found = whereForm(given);
  return found ? { ...step, ...found } : other;
}

type WhereForm = Pick<Extract<StepForm, { kind: 'step' }>, 'way' | 'value' | 'take' | 'anyCase'>;

function whereForm(given: unknown): WhereForm | null {
  if (typeof given === 'string') return { way: 'text', value: given, take: 'first', anyCase: false };
  if (typeof given !== 'object' || given === null || Array.isArray(given)) return null;
  const { text, pattern, edge, take = 'first', case: casing } = given as Record<string, unknown>;
  const rest = { take: String(take), anyCase: casing === 'any' };
  if (typeof text === 'string') return { way: 'text', value: text, ...rest };
  if (typeof pattern === 'string') return { way: 'pattern', value: pattern, ...rest, anyCase: false };
  return typeof edge === 'string' ? { way: 'edge', value: edge, ...rest } : null;
}

/** Controls as a step of the file; undefined while they lack what it needs. */
export function stepOfForm(form: StepForm): unknown {
  if (form.kind === 'other') return form.source;
  const { act, way, value, second } = form;
  if (act === 'tidy') return 'tidy';
  if (value === '') return undefined;
  if (way === 'number')
    return Number.isInteger(Number(value)) && Number(value) !== 0 ? { [act]: Number(value) } : undefined;
  if (act === 'between') return second === '' ? undefined : { between: [value, second] };
  if (act === 'replace') return { replace: { find: whereOf(form), with: second } };
  return { [act]: whereOf(form) };
}

function whereOf({ way, value, take, anyCase }: WhereForm): unknown {
  const which = take === 'first' || take === '' ? {} : { take: Number.isInteger(Number(take)) ? Number(take) : take };
  const casing = anyCase ? { case: 'any' } : {};
  return way === 'text' && take === 'first' && !anyCase ? value : { [way]: value, ...which, ...casing };
}
