/** Chances from a seed (mulberry32), so that a corpus is the same on every machine. */
export function chances(seed) {
  let state = seed >>> 0;
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
  const below = (count) => Math.floor(next() * count);
  const pick = (list) => list[below(list.length)];
  const shuffled = (list) => {
    const left = [...list];
    return list.map(() => left.splice(below(left.length), 1)[0]);
  };
  return { next, below, pick, shuffled, some: (list, count) => shuffled(list).slice(0, count) };
}

/** A seed from words, so that a case keeps its chances when others are added beside it. */
export const seedOf = (...words) => {
  let hash = 2166136261;
  for (const letter of words.join('/')) hash = Math.imul(hash ^ letter.charCodeAt(0), 16777619);
  return hash >>> 0;
};
