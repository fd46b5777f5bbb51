export * from './accuracy.js';
export * from './cells.js';
export { type CellDifference, compareRows, type RowDifference } from './compare-rows.js';
export * from './drift.js';
export * from './effect.js';
export * from './effect-summary.js';
export { type Made, madeOf, type Spot } from './made.js';
export { isRight, type Row, sameValue } from './same.js';
export * from './silence.js';
