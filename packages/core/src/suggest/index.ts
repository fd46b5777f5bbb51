export type { SuggestFrom } from './examine-one.js';
export { type Naming, namingOf } from './field-name.js';
export * from './suggest-sieve.js';
export type { LeftOut, SuggestedField, ToldBy } from './write-sieve.js';
