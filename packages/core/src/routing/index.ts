export * from './numbered-name.js';
export * from './route.js';
