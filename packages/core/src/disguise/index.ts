export * from './disguise.js';
