export * from './cell-text.js';
export * from './flat-cells.js';
