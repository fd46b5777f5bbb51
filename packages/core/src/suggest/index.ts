export { type Naming, namingOf } from './field-name.js';
export * from './suggest-sieve.js';
export type { SuggestedField } from './write-sieve.js';
