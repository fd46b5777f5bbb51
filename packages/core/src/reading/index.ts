export { type PublicReading, publicReading } from './public-reading.js';
export * from './read-message.js';
export * from './reading.js';
export * from './view.js';
