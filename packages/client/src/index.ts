export * from './client.js';
export * from './client-error.js';
