export * from './period.js';
export { type ExportSource, exportSchema, readExport } from './schema.js';
