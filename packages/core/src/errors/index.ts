export * from './catalogue.js';
export * from './say.js';
export * from './ys-error.js';
