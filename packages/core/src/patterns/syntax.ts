// The parser is loaded for patterns that are wrong: the engine says that one is, but not where.
import { createRequire } from 'node:module';
import type * as Regexpp from '@eslint-community/regexpp';

const require = createRequire(import.meta.url);

/** What the parser says, in words that tell what to do. The parser’s own words stand where none fit. */
const said: readonly [RegExp, string][] = [
  [/Unterminated group/, 'a bracket “(” is not closed'],
  [/Unmatched '?\)/, 'this “)” closes nothing; write “\\)” for the mark itself'],
  [/Nothing to repeat/, 'this stands after nothing that could be repeated; write a “\\” before it for the mark itself'],
  [/Unterminated character class/, 'a “[” is not closed by “]”'],
  [/Lone quantifier brackets/, 'a brace for the mark itself has a “\\” before it'],
  [/Incomplete quantifier/, 'a count in braces is not closed: {2}, {2,} or {2,5}'],
  [/numbers out of order/, 'the first number in braces is larger than the second'],
  [/Range out of order/, 'the range in square brackets ends before it begins'],
  [/Invalid escape|Invalid unicode escape/, 'this letter means nothing after “\\”'],
  [/Invalid character class/, 'a range in square brackets cannot begin or end with a kind of characters'],
  [/Invalid property name/, 'there is no such kind of characters; letters are \\p{L}, figures \\p{N}'],
  [/Duplicate capture group name/, 'this name stands twice; each names one field'],
  [/Invalid capture group name/, 'the name of a group is a field: letters, figures and “_”'],
  [/Invalid named (?:reference|capture referenced)/, 'no group has this name'],
  [/\\ at end of pattern/, 'a “\\” at the end belongs to nothing'],
  [/Invalid group/, 'what stands behind “(?” is no kind of group'],
];

/** Why a pattern cannot be read, in words, and at which character (from 0); null when it can. */
export function syntaxTrouble(source: string): { at: number; detail: string } | null {
  try {
    new RegExp(source, 'u');
    return null;
  } catch (error) {
    return placed(source, error as Error);
  }
}

function placed(source: string, { message }: Error): { at: number; detail: string } {
  const { RegExpParser, RegExpSyntaxError } = require('@eslint-community/regexpp') as typeof Regexpp;
  try {
    new RegExpParser({ ecmaVersion: 2024 }).parsePattern(source, 0, source.length, true);
  } catch (error) {
    if (!(error instanceof RegExpSyntaxError)) throw error;
    return { at: Math.min(error.index, source.length), detail: inWords(error.message) };
  }
  return { at: 0, detail: inWords(message) };
}

const inWords = (message: string): string =>
  said.find(([like]) => like.test(message))?.[1] ??
  message.replace(/^Invalid regular expression: /, '').replace(/^.*: (?=[^:]*$)/, '');
