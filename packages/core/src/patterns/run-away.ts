// The analysis brings tables of all characters with it, which most threads never need: it is loaded when a pattern asks for it.
import { createRequire } from 'node:module';
import type { analyse as Analyse } from 'scslre';

const require = createRequire(import.meta.url);

/** Repeats of this many and more are looked at as if they had no end. */
const many = 16;

/** Whether an expression repeats anything often enough for its time to be a question. */
function repeats(source: string): boolean {
  const marks = source.replace(/\\.|\[(?:\\.|[^\]])*\]/gs, 'x');
  return [...marks.matchAll(/[*+]|\{\d+,\}|\{(?:\d+,)?(\d+)\}/g)].some(
    ([, most]) => most === undefined || Number(most) >= many,
  );
}

const known = new Map<string, string | null>();
/** Patterns whose answer is kept; a service has far fewer. */
const maxKnown = 2000;

/**
 * How an expression can run away on some text, in words; null when it cannot: its time grows with the text’s length alone. By the static
 * analysis of scslre, which finds expressions whose time grows faster than that (exponentially, or with a power of the length).
 */
export function runsAway(source: string, flags: string): string | null {
  const key = `${flags}/${source}`;
  const found = known.get(key);
  if (found !== undefined) return found;
  if (known.size >= maxKnown) known.clear();
  const answer = analysed(source, flags);
  known.set(key, answer);
  return answer;
}

function analysed(source: string, flags: string): string | null {
  if (!repeats(source)) return null;
  const { analyse } = require('scslre') as { analyse: typeof Analyse };
  const { reports } = analyse({ source, flags: flags.replace(/[dg]/g, '') }, { maxReports: 20 });
  const worst =
    reports.find(({ exponential }) => exponential) ?? reports.find(({ type }) => type !== 'Move') ?? reports[0];
  switch (worst?.type) {
    case 'Self':
      return `“${worst.quant.raw}” repeats what repeats already, so a long text can be cut in countless ways`;
    case 'Trade':
      return `“${worst.startQuant.raw}” and “${worst.endQuant.raw}” can take the same characters, so a long text can be shared between them in many ways`;
    case 'Move':
      return `“${worst.quant.raw}” is tried anew from each of its characters where what follows is not found`;
    default:
      return null;
  }
}
