import type { Evidence, Finding, Problem, RuleResult } from '../rules/index.js';
import type { Value } from '../values/index.js';
import type { EnteredFindings } from './entered.js';

/** What is known of one place for a value while rules run. */
type Place =
  | { state: 'value'; value: Value; evidence: Evidence[] }
  | { state: 'closed'; evidence: Evidence[] }
  | { state: 'problem'; problem: Problem; evidence: Evidence[]; claimed?: Value };

/** What is shown of a place: its value, or what is claimed without support. */
export const shownValue = (place: Place | Finding | undefined): Value | null =>
  place?.state === 'value' ? place.value : place?.state === 'problem' ? (place.claimed ?? null) : null;

export type DraftRow = Map<string, Finding>;

const asRow = (findings: readonly Finding[]): DraftRow => new Map(findings.map((finding) => [finding.field, finding]));

/** The record while it is being filled. A rule fills only what is still empty; a problem counts as empty for later rules. */
export class DraftRecord {
  private readonly places = new Map<string, Place>();
  rows: DraftRow[] = [];
  private rowsEntered = false;

  /** Takes what people entered, before any rule. */
  enter({ findings, rows }: Pick<EnteredFindings, 'findings' | 'rows'>): void {
    for (const finding of findings) this.places.set(finding.field, finding);
    if (rows === null) return;
    this.rows = rows.map(asRow);
    this.rowsEntered = true;
  }

  /** Takes what a rule found; says what became of it. */
  take(result: RuleResult): { filled: string[]; closed: string[]; problems: string[]; left: string[]; rows: number } {
    const report = {
      filled: [] as string[],
      closed: [] as string[],
      problems: [] as string[],
      left: [] as string[],
      rows: 0,
    };
    for (const finding of result.findings) this.takeFinding(finding, report);
    const rows = (result.rows ?? []).filter((row) => row.length > 0);
    if (!this.rowsEntered && this.rows.length === 0 && rows.length > 0) {
      this.rows = rows.map(asRow);
      report.rows = rows.length;
    }
    for (const [i, cells] of (result.cells ?? []).entries()) this.takeCells(this.rows[i], cells, report);
    return report;
  }

  /** Values for the columns of a row that have none yet. */
  private takeCells(row: DraftRow | undefined, cells: readonly Finding[], report: { filled: string[] }): void {
    for (const finding of cells) {
      const known = row?.get(finding.field);
      if (!row || (known && known.state !== 'problem')) continue;
      row.set(finding.field, finding);
      if (finding.state === 'value' && !report.filled.includes(finding.field)) report.filled.push(finding.field);
    }
  }

  private takeFinding(
    finding: Finding,
    report: { filled: string[]; closed: string[]; problems: string[]; left: string[] },
  ): void {
    const known = this.places.get(finding.field);
    if (known && known.state !== 'problem') report.left.push(finding.field);
    else if (finding.state === 'problem') {
      report.problems.push(finding.field);
      // The first problem stands.
      if (!known) this.places.set(finding.field, finding);
    } else {
      this.places.set(finding.field, finding);
      (finding.state === 'value' ? report.filled : report.closed).push(finding.field);
    }
  }

  isOpen(field: string): boolean {
    const place = this.places.get(field);
    return place === undefined || place.state === 'problem';
  }

  fillDefault(field: string, value: Value): void {
    if (this.value(field) !== null) return;
    this.places.set(field, {
      state: 'value',
      value,
      evidence: [{ how: 'default', in: null, start: null, end: null, raw: null, rule: null }],
    });
  }

  value(field: string): Value | null {
    const place = this.places.get(field);
    return place?.state === 'value' ? place.value : null;
  }

  /** The value, or what a model claims it to be: for people to see. Rules, checks and routes work with `value`. */
  shown(field: string): Value | null {
    return shownValue(this.places.get(field));
  }

  evidence(field: string): Evidence[] {
    return this.places.get(field)?.evidence ?? [];
  }

  problem(field: string): Problem | null {
    const place = this.places.get(field);
    return place?.state === 'problem' ? place.problem : null;
  }

  rowValues(): Map<string, Value | null>[] {
    return this.rows.map(
      (row) => new Map([...row].map(([name, finding]) => [name, finding.state === 'value' ? finding.value : null])),
    );
  }
}
