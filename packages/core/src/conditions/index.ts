export * from './compile.js';
export * from './decide.js';
export * from './schema.js';
