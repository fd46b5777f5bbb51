import * as v from 'valibot';
import { closed, type Report } from '../files/index.js';
import { ownTypes } from '../values/index.js';
import { type PatternPart, patternParts } from './parts.js';
import { compilePattern, isFoundIn, withOwnParts } from './pattern.js';

/** A sieve’s own parts of patterns, by name, each with examples: texts that it finds as a whole, and texts in which it finds nothing. */
export const partsSchema = v.record(
  v.pipe(v.string(), v.regex(/^[a-z][a-z0-9-]{0,40}$/)),
  closed({
    find: v.string(),
    about: v.optional(v.string()),
    matches: v.pipe(v.array(v.string()), v.minLength(1)),
    not: v.optional(v.array(v.string())),
  }),
);

export type PartsSource = v.InferOutput<typeof partsSchema>;

/** Compiles own parts; later ones may use those above them. Examples that a part does not keep are reported. */
export function compileParts(source: PartsSource, report: Report): Record<string, PatternPart> {
  const parts: Record<string, PatternPart> = {};
  for (const [name, { find, about = '', matches, not = [] }] of Object.entries(source)) {
    const path = ['parts', name];
    if (Object.hasOwn(patternParts, name)) {
      report.add('YS-PART-NAME', path, { part: name });
      continue;
    }
    if (!compilePattern(find, { parts }, [...path, 'find'], report)) continue;
    // Those above it are written out, so that none has another of them in it, however many there are.
    parts[name] = { name, about, find: withOwnParts(find, parts), type: ownTypes.words, matches, not };
    const whole = compilePattern(`^(?:~${name}~)$`, { parts, lines: 'together' }, path, report);
    const anywhere = compilePattern(`~${name}~`, { parts }, path, report);
    const fails = (key: 'matches' | 'not', example: string, fault: string) =>
      report.add('YS-PART-EXAMPLE', [...path, key], { part: name, example, fault });
    for (const example of matches)
      if (whole && !isFoundIn(whole, example)) fails('matches', example, 'does not find all of');
    for (const example of not)
      if (anywhere && isFoundIn(anywhere, example)) fails('not', example, 'finds something in');
  }
  return parts;
}
