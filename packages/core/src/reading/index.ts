export { sameness } from './content-digest.js';
export * from './origin/authentication.js';
export * from './origin/loop.js';
export { type PublicReading, publicReading } from './public-reading.js';
export * from './read-message.js';
export * from './reading.js';
export * from './segments/body.js';
export * from './text-parts.js';
export * from './view.js';
