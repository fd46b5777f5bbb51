// The parser is loaded for patterns that repeat something: those of most sieves do so once.
import { createRequire } from 'node:module';
import type * as Regexpp from '@eslint-community/regexpp';
import type { AST } from '@eslint-community/regexpp';

const require = createRequire(import.meta.url);

/** Ways that are counted; more are as many as can be. */
const most = 1e9;
/** A repeat without an end is counted as one of so many: how it grows, another analysis tells. */
const endless = 50;

/**
 * In how many ways an expression can be laid on a text from one place, at the most: what an engine that goes back tries before it gives up.
 * `a{1,3}` can in 3, `(?:a{1,3}){2}` in 9. Repeats that end are no question of growth, and still may be too many to wait for.
 */
export function waysOf(source: string): number {
  if (!/[*+?{]/.test(source)) return 1;
  const { RegExpParser } = require('@eslint-community/regexpp') as typeof Regexpp;
  return ofAny(new RegExpParser({ ecmaVersion: 2024 }).parsePattern(source, 0, source.length, true).alternatives);
}

const capped = (ways: number) => Math.min(ways, most);

const ofAny = (alternatives: readonly AST.Alternative[]): number =>
  capped(alternatives.reduce((sum, { elements }) => sum + ofAll(elements), 0));

const ofAll = (elements: readonly AST.Element[]): number =>
  elements.reduce((product, element) => capped(product * ofOne(element)), 1);

function ofOne(element: AST.Element): number {
  switch (element.type) {
    case 'Quantifier': {
      const max = Math.min(element.max, element.min + endless);
      return capped(ofOne(element.element) ** max * (max - element.min + 1));
    }
    case 'Group':
    case 'CapturingGroup':
      return ofAny(element.alternatives);
    case 'Assertion':
      return 'alternatives' in element ? ofAny(element.alternatives) : 1;
    default:
      return 1;
  }
}
