import { dictionary } from '../dictionary.js';
import { cut } from './cut/cut.js';
import { derive } from './derive/derive.js';
import { lookup } from './lookup/lookup.js';
import { pattern } from './pattern/pattern.js';
import { prompt } from './prompt/prompt.js';
import type { RuleKind } from './rule-kind.js';
import { table } from './table/table.js';
import { template } from './template/template.js';

/** The rule kinds. A new kind is one folder and one line here; schema, docs and forms follow from its declaration. */
export const ruleKinds: Readonly<Record<string, RuleKind>> = dictionary({
  template,
  table,
  pattern,
  cut,
  lookup,
  prompt,
  derive,
});

/** Rules as the service itself writes them into sieves. */
export const ownRules = {
  /** One that is made by marking. */
  ofLayouts: (name: string, layouts: readonly object[]) => ({ kind: template.kind, name, layouts }),
  /** One for a table that is found by its headings. */
  ofTables: (name: string, columns: object) => ({ kind: table.kind, name, columns }),
  /** One that fills a field from a text with names in it. */
  ofText: (name: string, fills: string, from: string) => ({ kind: derive.kind, name, fills, from }),
};

/** Whether the rules of a kind have layouts. */
export const hasLayouts = (kind: string | null): boolean => kind !== null && ruleKinds[kind]?.hasLayouts === true;

/** Whether the rules of a kind ask a model. */
export const asksModel = (kind: string): boolean => ruleKinds[kind]?.asks === true;

export { problemAt } from './finding.js';
export { isAnswer } from './prompt/answer.js';
export { askingSchema } from './prompt/asking.js';
export * from './rule-kind.js';
export type { TraceEntry } from './traces.js';
