export * from './compile-sieve.js';
export * from './outcome.js';
export * from './schema.js';
export * from './sift.js';
