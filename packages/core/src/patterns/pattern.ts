import { nearest } from '../errors/index.js';
import { type Path, Report } from '../files/index.js';
import { limits as defaultLimits, type Limits } from '../limits.js';
import { anyCase } from './any-case.js';
import { withinTime } from './guard.js';
import { type PatternPart, patternParts } from './parts.js';
import { runsAway } from './run-away.js';
import { syntaxTrouble } from './syntax.js';
import { waysOf } from './ways.js';

/** A pattern that is ready to be looked for. */
export interface Pattern {
  /** Finds all matches, with the places of their groups. */
  readonly expression: RegExp;
  /** The named groups, in their order. */
  readonly groups: readonly string[];
  /** How it can run away, in words; null for one that cannot, which runs without a guard. */
  readonly danger: string | null;
}

export interface PatternOptions {
  /** `any`: capitals do not matter; they do by default, but for the ready-made parts. */
  case?: 'any' | 'exact' | undefined;
  /** `together`: the point stands for line ends too, `^` and `$` for the ends of the whole text. */
  lines?: 'each' | 'together' | undefined;
  /** A sieve's own parts beside the ready-made ones. */
  parts?: Readonly<Record<string, PatternPart>> | undefined;
}

const partName = /~([a-z][a-z0-9-]*)~/g;

/** Compiles a pattern; what is wrong is reported at its place in the file, and gives null. */
export function compilePattern(source: string, options: PatternOptions, path: Path, report: Report): Pattern | null {
  const parts = { ...patternParts, ...options.parts };
  const names = [...source.matchAll(partName)].map(([, name = '']) => name);
  const unknown = names.filter((name) => !Object.hasOwn(parts, name));
  for (const part of unknown) report.add('YS-PATTERN-PART', path, { part, nearest: nearest(part, Object.keys(parts)) });
  if (unknown.length > 0) return null;
  if (isTooLong(source, parts)) {
    report.add('YS-PATTERN-LONG', path, { limit: maxWritten });
    return null;
  }
  // In the place of a part stands a class of the same length, so that what is wrong is told where it was written.
  const trouble = syntaxTrouble(source.replace(partName, (whole) => `[${'x'.repeat(whole.length - 2)}]`));
  if (trouble) {
    const near = source.slice(Math.max(0, trouble.at - 8), trouble.at + 8);
    report.add('YS-PATTERN-SYNTAX', path, { at: trouble.at + 1, near, detail: trouble.detail });
    return null;
  }
  const isAny = options.case === 'any';
  const written = withParts(source, parts, isAny);
  const flags = `gd${options.lines === 'together' ? 's' : 'm'}u${isAny ? 'i' : ''}`;
  const expression = new RegExp(written, flags);
  const groups = [...new Set([...written.matchAll(/\(\?<([A-Za-z_]\w*)>/g)].map(([, name = '']) => name))];
  return { expression, groups, danger: runsAway(written, flags) ?? tooManyWays(withAtoms(source, parts)) };
}

/** Characters of a pattern with its parts written out: parts of parts can make much of little. */
const maxWritten = 20_000;

/** Whether a pattern is longer than patterns may be, once the parts in it are written out. */
export function isTooLong(source: string, parts: Readonly<Record<string, PatternPart>>): boolean {
  const inParts = [...source.matchAll(partName)].reduce(
    (sum, [, name = '']) => sum + (parts[name]?.find.length ?? 0),
    0,
  );
  return source.length + inParts > maxWritten;
}

/** Ways from one place of a text that an engine goes through in no time, whatever the place. */
const fewWays = 500;

const tooManyWays = (source: string): string | null =>
  waysOf(source) > fewWays ? 'its repeats can share a text among them in very many ways' : null;

/** A pattern with its own parts, and the ready-made ones, whose ways are few by their tests, as something of a few lengths. */
const withAtoms = (source: string, parts: Readonly<Record<string, PatternPart>>): string =>
  source.replace(partName, (_, name: string) =>
    parts[name] === patternParts[name] ? 'x{1,8}' : `(?:${withAtoms(parts[name]?.find ?? '', parts)})`,
  );

/** A pattern with the expressions of its parts; those of parts within own parts too. Of the ready-made ones capitals never matter. */
const withParts = (source: string, parts: Readonly<Record<string, PatternPart>>, isAny: boolean): string =>
  source.replace(partName, (_, name: string) => {
    const find = parts[name]?.find ?? '';
    const isReady = parts[name] === patternParts[name];
    return `(?:${isReady && !isAny ? anyCase(find) : withParts(find, parts, isAny)})`;
  });

const known = new Map<string, Pattern | string>();
const maxKnown = 500;

/**
 * A pattern with a sieve's own parts written out, so that it can be read without the sieve; the ready-made ones stay names. Own parts have
 * none of their like in them.
 */
export const withOwnParts = (source: string, parts: Readonly<Record<string, PatternPart>>): string =>
  source.replace(partName, (whole, name: string) =>
    Object.hasOwn(parts, name) ? `(?:${parts[name]?.find ?? ''})` : whole,
  );

/** A pattern as conditions write it, with the ready-made parts; or in words why it cannot be read. */
export function patternOf(source: string): Pattern | string {
  const found = known.get(source);
  if (found !== undefined) return found;
  const report = new Report(() => ({ line: 1, column: 1 }));
  const made = compilePattern(source, { case: 'any' }, [], report) ?? report.problems[0]?.text ?? '';
  if (known.size >= maxKnown) known.clear();
  known.set(source, made);
  return made;
}

/** The matches of a pattern in a text, and the limit that stopped it, in words; null where none did. */
export interface Matches {
  found: RegExpExecArray[];
  stopped: string | null;
}

/**
 * All matches of a pattern, but for empty ones, as far as the limits go: characters of the text, number of matches, and time for a pattern
 * that can run away. One that cannot runs bare.
 */
export function matchesOf({ expression, danger }: Pattern, text: string, limits: Limits = defaultLimits): Matches {
  const { patternText, patternMatches, patternTime } = limits;
  const found: RegExpExecArray[] = [];
  let tooMany = false;
  const run = () => {
    found.length = 0;
    for (const match of text.slice(0, patternText).matchAll(expression)) {
      tooMany = found.length >= patternMatches;
      if (tooMany) return;
      if (match[0] !== '') found.push(match);
    }
  };
  if (danger === null) run();
  else if (!withinTime(patternTime, run)) return { found: [], stopped: `${patternTime} ms` };
  if (tooMany) return { found, stopped: `${patternMatches} matches` };
  return { found, stopped: text.length > patternText ? `${patternText} characters` : null };
}

/** Whether a pattern is found anywhere in a text; null where its time ran out. */
export function isFoundIn(
  { expression, danger }: Pattern,
  text: string,
  limits: Limits = defaultLimits,
): boolean | null {
  let found = false;
  const run = () => {
    expression.lastIndex = 0;
    found = expression.test(text.slice(0, limits.patternText));
    expression.lastIndex = 0;
  };
  if (danger === null) run();
  else if (!withinTime(limits.patternTime, run)) return null;
  return found;
}
