import { type Entered, type Evidence, type Finding, type Problem, problemAt } from '../rules/index.js';
import { type FieldOptions, type JsonValue, type ReadContext, readWritten } from '../values/index.js';

/** What people entered, as findings that stand before those of all rules. */
export interface EnteredFindings {
  findings: Finding[];
  /** Null when nobody entered rows. */
  rows: Finding[][] | null;
  /** Fields whose type no longer takes what was entered: they hold the record in review, whatever a rule finds instead. */
  problems: Problem[];
}

export interface EnteredOptions {
  fields: Readonly<Record<string, FieldOptions>>;
  columns: Readonly<Record<string, FieldOptions>>;
  context: ReadContext;
}

/** Reads what people entered by the fields of the sieve. What was entered for a field it does not have is left aside. */
export function readEntered(entered: Entered, { fields, columns, context }: EnteredOptions): EnteredFindings {
  const findings = findingsOf(entered.fields, fields, context);
  const rows = entered.rows?.map((row) => findingsOf(row, columns, context)) ?? null;
  const problems = findings.flatMap((finding) => (finding.state === 'problem' ? [finding.problem] : []));
  return { findings, rows, problems };
}

function findingsOf(
  values: Readonly<Record<string, JsonValue>>,
  declared: Readonly<Record<string, FieldOptions>>,
  context: ReadContext,
): Finding[] {
  return Object.entries(values).flatMap(([field, value]) => {
    const options = declared[field];
    return options ? [findingOf(field, value, options, context)] : [];
  });
}

function findingOf(field: string, value: JsonValue, options: FieldOptions, context: ReadContext): Finding {
  const raw = value === null ? null : typeof value === 'string' ? value : JSON.stringify(value);
  const evidence: Evidence[] = [{ how: 'entered', in: null, start: null, end: null, raw, rule: null }];
  if (value === null) return { field, state: 'closed', evidence };
  const read = readWritten(value, options, context);
  if (read.ok) return { field, state: 'value', value: read.value, evidence };
  const problem = problemAt('YS-ENTERED-VALUE', field, { field, value: raw ?? '' }, undefined);
  return { field, state: 'problem', problem, evidence };
}
