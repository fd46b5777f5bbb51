export { canonicalJson, digestOf } from './canonical-json.js';
export * from './cells/index.js';
export type { ConditionSource } from './conditions/index.js';
export * from './coverage/index.js';
export { dictionary } from './dictionary.js';
export * from './disguise/index.js';
export * from './editing/index.js';
export * from './errors/index.js';
export * from './exports/index.js';
export { checkShape, closed, parseFile, Report } from './files/index.js';
export { fileJsonSchema } from './json-schema.js';
export { type Limits, limits } from './limits.js';
export {
  type LookupTable,
  maxTableColumns,
  maxTableLines,
  type TableFile,
  tableFromLines,
} from './lookups/index.js';
export * from './mailbox/index.js';
export { must } from './must.js';
export { type Arrival, lookInNames } from './names/index.js';
export { type PatternPart, patternParts } from './patterns/index.js';
export * from './reading/index.js';
export { type Cell, type Line, numberedName, type RouteHit } from './routing/index.js';
export {
  asksModel,
  type ChatRequest,
  type Entered,
  type Evidence,
  type Examples,
  type Facts,
  isAnswer,
  type KeptAnswer,
  type ModelQuestion,
  type Problem,
  ruleKinds,
  type SeenBefore,
  type TraceEntry,
} from './rules/index.js';
export * from './scrub/index.js';
export * from './sieve/index.js';
export * from './sorting/index.js';
export * from './suggest/index.js';
export { formatLetters, textReference } from './texts/index.js';
export {
  accentless,
  type FieldOptions,
  figureOf,
  isList,
  type JsonValue,
  jsonText,
  measureOf,
  momentOf,
  neededOptions,
  ownTypes,
  partsText,
  readWritten,
  type Storage,
  toJson,
  toStored,
  toText,
  typeOfField,
  type Value,
  type ValueType,
  valueTypes,
  wordsValue,
} from './values/index.js';
