export { compileParts, partsSchema } from './own-parts.js';
export { type PatternPart, patternParts } from './parts.js';
export { compilePattern, isFoundIn, isTooLong, matchesOf, type Pattern, patternOf, withOwnParts } from './pattern.js';
