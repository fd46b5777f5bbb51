export { formatLetters } from './format-letters.js';
export { textReference } from './reference.js';
export * from './text.js';
