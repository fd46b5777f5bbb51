export * from './cell-text.js';
