import type { CheckItem } from '@yellow-sieve/contract';

/** Kinds of checks, as the form parts them. */
export const checkWays = ['holds', 'seen', 'unique', 'agree'] as const;

/** A check as a form has it: everything a text, so that it can be half written. */
export interface CheckForm {
  way: (typeof checkWays)[number];
  /** What is tested, or what two rules agree on. */
  field: string;
  test: string;
  /** Whether it is held against a value or another field. */
  against: 'value' | 'field';
  value: string;
  within: string;
  /** Fields or columns, with commas. */
  names: string;
  days: string;
  /** The rule that runs beside. */
  rule: string;
  say: string;
}

export const checkTests = [
  'is',
  'is not',
  'one of',
  'contains',
  'starts with',
  'ends with',
  'matches',
  'over',
  'at least',
  'under',
  'at most',
  'between',
  'before',
  'after',
  'within days',
  'sum is',
  'present',
  'missing',
] as const;

const alone: readonly string[] = ['present', 'missing'];
const lists: readonly string[] = ['one of', 'between'];

/** Whether a test is held against anything. */
export const hasOperand = (test: string): boolean => !alone.includes(test);

export const emptyCheck: CheckForm = {
  ...{ way: 'holds', field: '', test: 'is', against: 'value', value: '', within: '' },
  ...{ names: '', days: '30', rule: '', say: '' },
};

const text = (value: unknown): string => (value === undefined || value === null ? '' : String(value));
const listed = (value: string): string[] => value.split(',').flatMap((one) => one.trim() || []);

/** The form of a check; null for one that is put together of several conditions, which only the source can hold. */
export function checkFormOf(check: CheckItem): CheckForm | null {
  const form = { ...emptyCheck, say: text(check.say) };
  if ('agree' in check) return { ...form, way: 'agree', field: text(check.agree), rule: text(check.with) };
  if (Array.isArray(check.unique)) {
    const names = check.unique.join(', ');
    return check.within_days === undefined
      ? { ...form, way: 'unique', names }
      : { ...form, way: 'seen', names, days: text(check.within_days) };
  }
  if (!Array.isArray(check.that) || check.that.length > 3) return null;
  const [field, test, operand] = check.that as [string, string, unknown];
  if (typeof operand === 'object' && operand !== null && 'field' in operand) {
    const { field: other, within } = operand as { field: string; within?: unknown };
    return { ...form, field, test, against: 'field', value: other, within: text(within) };
  }
  return { ...form, field, test, value: Array.isArray(operand) ? operand.join(', ') : text(operand) };
}

/** The check that a form says; null where something is lacking. */
export function checkOf({
  way,
  field,
  test,
  against,
  value,
  within,
  names,
  days,
  rule,
  say,
}: CheckForm): CheckItem | null {
  const said = say.trim() === '' ? {} : { say: say.trim() };
  if (way === 'agree') return field && rule ? { agree: field, with: rule, ...said } : null;
  const unique = listed(names);
  if (way === 'unique') return unique.length > 0 ? { unique, ...said } : null;
  if (way === 'seen')
    return unique.length > 0 && /^\d+$/.test(days) ? { unique, within_days: Number(days), ...said } : null;
  if (!field || say.trim() === '') return null;
  if (!hasOperand(test)) return { that: [field, test], ...said };
  if (value.trim() === '') return null;
  if (against === 'field') {
    const other = { field: value, ...(within.trim() === '' ? {} : { within: numberOr(within) }) };
    return { that: [field, test, other], ...said };
  }
  return { that: [field, test, lists.includes(test) ? listed(value).map(numberOr) : numberOr(value)], ...said };
}

const numberOr = (written: string): string | number => {
  const trimmed = written.trim();
  return /^-?(?:0|[1-9]\d{0,14})(?:\.\d+)?$/.test(trimmed) ? Number(trimmed) : trimmed;
};

/** A check in one line, for the list of them. */
export function checkText(check: CheckItem): string {
  const form = checkFormOf(check);
  if (!form) return 'several conditions';
  const { way, field, test, value, within, names, days, rule } = form;
  if (way === 'agree') return `${field} as by ${rule}`;
  if (way === 'unique') return `no two rows with one ${names}`;
  if (way === 'seen') return `${names} not within ${days} days before`;
  return [field, test, ...(hasOperand(test) ? [value] : []), ...(within ? [`± ${within}`] : [])].join(' ');
}
