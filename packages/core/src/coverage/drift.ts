import type { JsonValue } from '../values/index.js';

/** One message of a mailbox, as far as drift is told by it. */
export interface Observed {
  /** Key of the message. */
  message: string;
  /** Null when no sieve took it. */
  sieve: string | null;
  /** Null when no layout was recognised. */
  layout: string | null;
  fields: Readonly<Record<string, JsonValue>>;
  /** Lines that no field took. */
  leftovers: readonly string[];
}

export interface Share {
  count: number;
  of: number;
}

/** Something in what comes in that is no longer as it was. */
export interface Drift {
  /** Fewer messages have a layout that is known; a field is found less often; a new line no field takes. */
  kind: 'recognised' | 'filled' | 'leftover';
  /** Null for the mailbox as a whole. */
  sieve: string | null;
  /** The field, or the label of the line; empty for `recognised`. */
  what: string;
  before: Share;
  now: Share;
  /** Key of the newest message that shows it. */
  example: string;
}

/** Messages compared with those before them, and how many of each there must be to say anything. */
export const driftWindow = { recent: 40, past: 400, minRecent: 10, minPast: 30 } as const;

/** A share must change by this much to be worth a person's while. */
const minChange = 0.15;
/** Standard errors apart: chance alone goes as far once in some two thousand looks. */
const minErrors = 3.3;
/** A line that stood in more than this share of the past is not new. */
const newBelow = 0.02;

/**
 * Holds the newest messages of a mailbox against those before them (both newest first). Shares are compared by the
 * two-proportion z-test with pooled variance; what comes too seldom to tell is left alone.
 */
export function driftOf(past: readonly Observed[], recent: readonly Observed[]): Drift[] {
  const recognised = compareShares(past, recent, 'recognised', null, '', ({ layout }) => layout !== null);
  const sieves = [...new Set(recent.flatMap(({ sieve }) => sieve ?? []))];
  return [
    ...(recognised ? [recognised] : []),
    ...sieves.flatMap((sieve) => {
      const taken = ({ sieve: by }: Observed) => by === sieve;
      return driftOfSieve(sieve, past.filter(taken), recent.filter(taken));
    }),
  ];
}

function driftOfSieve(sieve: string, past: readonly Observed[], recent: readonly Observed[]): Drift[] {
  const fields = [...new Set(recent.flatMap(({ fields: all }) => Object.keys(all)))];
  const labels = [...new Map(recent.flatMap(labelsOf).map((one) => [one.toLowerCase(), one])).values()];
  const found = (field: string) => (one: Observed) => !isNothing(one.fields[field]);
  const filled = fields.flatMap((field) => compareShares(past, recent, 'filled', sieve, field, found(field)) ?? []);
  const leftover = labels.flatMap(
    (label) => compareShares(past, recent, 'leftover', sieve, label, (one) => hasLabel(one, label)) ?? [],
  );
  return [...filled, ...leftover];
}

function compareShares(
  past: readonly Observed[],
  recent: readonly Observed[],
  kind: Drift['kind'],
  sieve: string | null,
  what: string,
  holds: (one: Observed) => boolean,
): Drift | null {
  if (past.length < driftWindow.minPast || recent.length < driftWindow.minRecent) return null;
  const before = shareOf(past, holds);
  const now = shareOf(recent, holds);
  const rises = kind === 'leftover';
  if (rises && before.count > newBelow * before.of) return null;
  const change = now.count / now.of - before.count / before.of;
  if ((rises ? change : -change) < minChange || errorsApart(before, now) < minErrors) return null;
  const example = recent.find((one) => holds(one) === rises)?.message ?? '';
  return { kind, sieve, what, before, now, example };
}

const shareOf = (all: readonly Observed[], holds: (one: Observed) => boolean): Share => ({
  count: all.filter(holds).length,
  of: all.length,
});

function errorsApart(a: Share, b: Share): number {
  const pooled = (a.count + b.count) / (a.of + b.of);
  const error = Math.sqrt(pooled * (1 - pooled) * (1 / a.of + 1 / b.of));
  return error === 0 ? 0 : Math.abs(a.count / a.of - b.count / b.of) / error;
}

const isNothing = (value: JsonValue | undefined) =>
  value === undefined || value === null || value === '' || (Array.isArray(value) && value.length === 0);

/** `Draught: 2.4 m`: up to four words before a colon or an equals sign. */
const label = /^\s*[-*•]?\s*(\p{L}[^:=\n]{0,40}?)\s*[:=](?=\s|$)/u;
const maxWords = 4;

const hasLabel = (one: Observed, wanted: string) =>
  labelsOf(one).some((found) => found.toLowerCase() === wanted.toLowerCase());

/** Labels of the lines no field took, each once. */
function labelsOf({ leftovers }: Observed): string[] {
  const found = leftovers.flatMap((line) => label.exec(line)?.[1] ?? []);
  return [...new Set(found.filter((one) => one.split(/\s+/).length <= maxWords))];
}
