/** Tries after which a delivery gives up; with the delays below that is some nine hours. */
export const maxAttempts = 14;

const firstSeconds = 2;
const longestSeconds = 4 * 3600;

/**
 * Seconds to wait before the next try: doubling from 2 s to 4 h, with full jitter in its upper half so that those who
 * failed together do not come back together. `attempts` counts the tries made, from 1; `random` is in [0, 1).
 */
export function backoffSeconds(attempts: number, random: number, retryAfterSeconds = 0): number {
  const full = Math.min(longestSeconds, firstSeconds * 2 ** Math.max(0, attempts - 1));
  return Math.max(retryAfterSeconds, full / 2 + (full / 2) * random);
}
