export { lookInNames, messageNameList } from './message-names.js';
export * from './names.js';
export * from './scene.js';
export { tablesIn, viewOf } from './view-of.js';
