import * as v from 'valibot';
import { type Code, nearest, type Params } from '../../errors/index.js';
import { limits } from '../../limits.js';
import { compileText, renderText } from '../../texts/index.js';
import { problemAt, readRaw } from '../finding.js';
import type { CompiledRuleBody, Evidence, RuleCompiler, RuleKind, RuleResult } from '../rule-kind.js';

const entries = { fills: v.string(), from: v.string(), default: v.optional(v.string()) };

interface DeriveSource {
  fills: string;
  from: string;
  default?: string;
}

function compile(source: DeriveSource, compiler: RuleCompiler): CompiledRuleBody | null {
  const { fields, report, path, scope } = compiler;
  const options = fields[source.fills];
  if (!options) {
    report.add('YS-SIEVE-UNKNOWN-FIELD', [...path, 'fills'], {
      field: source.fills,
      nearest: nearest(source.fills, Object.keys(fields)),
    });
    return null;
  }
  const text = compileText(source.from, scope, [...path, 'from'], report);
  if (!text) return null;
  return {
    fills: [source.fills],
    run({ rule, scene, context }) {
      const rendered = renderText(text, scene);
      if (rendered.stopped)
        return without(source, 'YS-RULE-STOPPED', { rule, limit: `${limits.textOutput} characters` });
      if (rendered.failed !== null) return without(source, 'YS-TEXT-FAILED', { detail: rendered.failed });
      const nothing = rendered.missing.length > 0 || rendered.text.trim() === '';
      const trace = { from: source.from, gave: nothing ? null : rendered.text, missing: rendered.missing };
      const raw = nothing ? source.default : rendered.text;
      if (raw === undefined) return { findings: [], steps: 1, trace };
      const evidence: Evidence[] = [{ how: 'worked out', in: null, start: null, end: null, raw, rule }];
      const found = readRaw(raw, source.fills, options, context, evidence);
      if (found.state !== 'problem') return { findings: [found], steps: 1, trace };
      const problem = problemAt(
        'YS-DERIVE-TYPE',
        source.fills,
        { field: source.fills, detail: found.problem.text },
        undefined,
      );
      return { findings: [{ ...found, problem }], steps: 1, trace };
    },
  };
}

/** A text that could not be made leaves its field open with the reason, so that the record is never sound without it. */
function without({ fills, from }: DeriveSource, code: Code, params: Params): RuleResult {
  const problem = problemAt(code, fills, params, undefined);
  return {
    findings: [{ field: fills, state: 'problem', problem, evidence: [] }],
    steps: 1,
    trace: { from, gave: null, missing: [] },
  };
}

/** Works a field out of others, by a text with tokens. A missing token gives nothing, unless there is a default. */
export const derive: RuleKind = {
  kind: 'derive',
  about: 'works a field out of others',
  follows: true,
  entries,
  mentions: { fills: 'name', from: 'text' },
  form: [
    { key: 'fills', label: 'Fills', asks: 'field' },
    { key: 'from', label: 'Text', help: 'Fields as {{ name }}, with filters.', asks: 'words' },
    { key: 'default', label: 'Where a name has no value', asks: 'words' },
  ],
  compile,
};
