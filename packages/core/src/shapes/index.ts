/**
 * The shapes of what the core gives, as schemas: the contract states them, and nothing of the computation comes with them. Beside
 * them, how values of records are written as text.
 */
export * from '../disguise/index.js';
export { breaksIn } from '../reading/cell-breaks.js';
export type { TraceEntry } from '../rules/traces.js';
export { jsonText, partsText } from '../values/json-text.js';
export * from './coverage.js';
export * from './hits.js';
export * from './outcome.js';
export * from './reading.js';
export { reasonText } from './reason-text.js';
export * from './sorting.js';
export * from './value.js';
