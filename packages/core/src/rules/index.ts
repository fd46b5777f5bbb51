import { dictionary } from '../dictionary.js';
import { derive } from './derive/derive.js';
import { pattern } from './pattern/pattern.js';
import { prompt } from './prompt/prompt.js';
import type { RuleKind } from './rule-kind.js';
import { table } from './table/table.js';
import { template } from './template/template.js';

/** The rule kinds. A new kind is one folder and one line here; schema, docs and forms follow from its declaration. */
export const ruleKinds: Readonly<Record<string, RuleKind>> = dictionary({ template, table, pattern, prompt, derive });

export { problemAt } from './finding.js';
export * from './rule-kind.js';
