export * from './all-endpoints.js';
export * from './common.js';
export * from './deliveries.js';
export * from './endpoint.js';
export * from './messages.js';
export * from './records.js';
export * from './set-up.js';
