export * from './decimal.js';
export * from './fold.js';
export * from './locale.js';
export * from './near-word.js';
export * from './read-value.js';
export * from './types.js';
export * from './value.js';
export * from './value-type.js';
export { zoneSchema } from './zones.js';
