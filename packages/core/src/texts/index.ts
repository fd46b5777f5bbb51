export * from './text.js';
