export * from './client.js';
export * from './client-error.js';
export { receivedOf } from './received-of.js';
