export * from './check-shape.js';
export * from './closed.js';
export type { Mention, Mentions } from './mentions.js';
export * from './parse-file.js';
export * from './report.js';
