export * from './names.js';
export * from './scene.js';
