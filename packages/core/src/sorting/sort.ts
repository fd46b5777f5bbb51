import { type CompiledCondition, decide } from '../conditions/index.js';
import type { Scene } from '../names/index.js';

/** What a sorter makes of a message. A category by condition is certain. */
export interface Sorted {
  category: string | null;
  confidence: number | null;
  why: string;
}

/** Gives a message the first category whose condition holds. */
export function sortByConditions(
  categories: readonly { category: string; when: CompiledCondition | null }[],
  scene: Scene,
): Sorted {
  for (const { category, when } of categories) {
    const decision = when ? decide(when, scene) : null;
    if (decision?.holds) return { category, confidence: 1, why: decision.why };
  }
  return { category: null, confidence: null, why: 'no category’s condition holds' };
}
