/** All tables, by what they are about. */
export * from './schema/answers.js';
export * from './schema/changes.js';
export * from './schema/deliveries.js';
export * from './schema/drift.js';
export * from './schema/exports.js';
export * from './schema/folders.js';
export * from './schema/jobs.js';
export * from './schema/lookups.js';
export * from './schema/messages.js';
export * from './schema/notices.js';
export * from './schema/people.js';
export * from './schema/records.js';
export * from './schema/review.js';
export * from './schema/sieves.js';
export * from './schema/sorting.js';
