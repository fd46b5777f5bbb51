import { distance } from 'fastest-levenshtein';
import { type Code, catalogue, type Params } from './catalogue.js';

/** The catalogue's sentence for a code, its placeholders filled. An unfilled placeholder becomes an empty string. */
export function say(code: Code, params: Params = {}): string {
  return catalogue[code].sentence.replace(/\{(\w+)\}/g, (_, name: string) => String(params[name] ?? ''));
}

/** “ (did you mean “x”?)” for the known name nearest to `name`, or an empty string when none is near. */
export function nearest(name: string, known: Iterable<string>): string {
  const wanted = name.toLowerCase();
  let best: string | undefined;
  let least = Math.ceil(name.length / 3) + 1;
  for (const candidate of known) {
    const d = distance(wanted, candidate.toLowerCase());
    if (d < least) {
      least = d;
      best = candidate;
    }
  }
  return best === undefined ? '' : ` (did you mean “${best}”?)`;
}
