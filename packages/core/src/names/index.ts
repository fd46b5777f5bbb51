export * from './names.js';
export * from './scene.js';
export * from './segment-text.js';
