export { type Naming, namingOf } from './field-name.js';
export * from './suggest-sieve.js';
