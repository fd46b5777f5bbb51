export { compileParts, type PartsSource, partsSchema } from './own-parts.js';
export { type PatternPart, patternParts } from './parts.js';
export {
  compilePattern,
  isFoundIn,
  type Matches,
  matchesOf,
  type Pattern,
  type PatternOptions,
  patternOf,
} from './pattern.js';
