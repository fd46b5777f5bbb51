export { type SeenQuestion, seenQuestions } from './checks/seen-before.js';
export * from './compile-sieve.js';
export { compileExpected, type Expected, type ExpectSource, expectSchema } from './expected.js';
export type { Leftover } from './leftovers.js';
export * from './outcome.js';
export { type Renamed, renameField } from './rename/rename-field.js';
export {
  type FieldRename,
  type NamedValues,
  renameExpected,
  renameKeys,
  renameValues,
} from './rename/rename-values.js';
export { type RouteSchema, routeSchema } from './route-schema.js';
export * from './schema.js';
export * from './sift.js';
export { type WrittenSample, withSamples } from './with-samples.js';
