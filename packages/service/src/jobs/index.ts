import { dictionary } from '@yellow-sieve/core';
import { again } from './again.js';
import { backfill } from './backfill.js';
import { effect } from './effect.js';
import type { JobKind } from './job-kind.js';
import { rename } from './rename.js';

/** All kinds of long work, by name. */
export const jobKinds: Readonly<Record<string, JobKind>> = dictionary(
  Object.fromEntries([again, backfill, effect, rename].map((kind) => [kind.kind, kind as JobKind])),
);
export type { AgainParams } from './again.js';
export type { EffectParams } from './effect.js';
export { type JobKind, JobLater, type JobStand, type JobTools } from './job-kind.js';
export type { RenameParams } from './rename.js';
