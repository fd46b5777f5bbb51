/** Where items part, the strongest marks first: bullets and blank lines, ends of sentences, semicolons, commas, “and”. */
const marks: readonly RegExp[] = [
  /\n\s*(?:[-*•–]|\d+[.)])\s|\n\s*\n/g,
  /[.!?]["”’)]*\s(?=\s*(?:\P{Ll}|$))/gu,
  /;/g,
  /,(?!\d)/g,
  /\s(?:and|und|et|y|e|en|og|plus)\s/g,
];

/** `behind`: what stands in sentences between belongs to the item before it. */
export function cutIn(text: string, from: number, to: number, behind = false): number {
  const between = text.slice(from, to);
  for (const mark of marks) {
    const all = [...between.matchAll(mark)];
    const last = all.at(-1);
    // Of several strong marks the first ends the item; of several commas the last one does.
    const chosen = behind || mark === marks[3] ? last : all[0];
    if (chosen) return from + chosen.index + chosen[0].length;
  }
  return to;
}
