export * from './compile-mailbox.js';
export * from './handle.js';
export * from './owner.js';
export * from './public-outcome.js';
export * from './schema.js';
export * from './until-answered.js';
