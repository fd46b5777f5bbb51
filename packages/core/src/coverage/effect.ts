import { canonicalJson } from '../canonical-json.js';
import type { Line } from '../routing/index.js';
import type { Expected, Verdict } from '../sieve/index.js';
import type { JsonValue } from '../values/index.js';
import { compareRows, type RowDifference } from './compare-rows.js';
import { fieldSpot, type Made, type Spot } from './made.js';
import { expectedOf, isRight, sameValue } from './same.js';

/**
 * How a field differs. `moved`: the same value, read from another place. `unclear`: empty both times, but for another
 * reason (a problem where there was none, another one, or none any more).
 */
export type ChangeKind = 'gained' | 'lost' | 'altered' | 'moved' | 'unclear';

/** A field that differs, with both values and where each was read. */
export interface ValueChange {
  field: string;
  kind: ChangeKind;
  before: Spot;
  after: Spot;
  /** Absent when nobody judged it. */
  expected?: JsonValue;
  /** For a judged field: whether it `breaks` what was right, `mends` what was wrong, or stays as it was. */
  judged?: 'breaks' | 'mends' | 'right' | 'wrong';
}

export interface Turn<T> {
  before: T;
  after: T;
}

/** A route that would do something else: fire now, fire no longer, or write other lines. */
export interface RouteChange {
  route: string;
  to: string;
  kind: 'fires' | 'stops' | 'alters';
  before: { why: string; lines: readonly Line[] } | null;
  after: { why: string; lines: readonly Line[] } | null;
  /** Whether something of what it wrote before was delivered already. */
  left: boolean;
}

/** What a change of the rules does to one message. Nulls and empty lists: nothing of that kind. */
export interface MessageEffect {
  message: string;
  changes: ValueChange[];
  rows: RowDifference[];
  /** For judged rows, as for fields. */
  rowsJudged: ValueChange['judged'] | null;
  verdict: Turn<Verdict> | null;
  /** Codes of the reasons, where they differ: a record may stay in review, but for another cause. */
  reasons: Turn<string[]> | null;
  sieve: Turn<string | null> | null;
  category: Turn<string | null> | null;
  layout: Turn<string | null> | null;
  routes: RouteChange[];
  /** Questions to a model the new rules would ask, which have no answer yet: what they would make is not known. */
  asks: { questions: number; characters: number } | null;
  /** True when it could not be compared, for the old rules or the new lack an answer. */
  notTried: boolean;
}

/** What two states of the rules make of one message, compared. Nothing that differs in them is left out. */
export function effectOn(message: string, before: Made, after: Made, expected: Expected | null): MessageEffect {
  const asks = after.wants.length > 0 ? askedBy(after) : null;
  if (asks || before.wants.length > 0) return { ...noEffect(message), asks, notTried: true };
  const fields = [...new Set([...Object.keys(before.fields), ...Object.keys(after.fields)])];
  return {
    message,
    changes: fields.flatMap((field) => changeOf(field, before, after, expected) ?? []),
    rows: compareRows(before.rows, after.rows),
    rowsJudged: rowsJudged(before, after, expected),
    verdict: turn(before.verdict, after.verdict) as Turn<Verdict> | null,
    reasons: reasonsTurn(before, after),
    sieve: turn(before.sieve, after.sieve),
    category: turn(before.category, after.category),
    layout: turn(before.layout, after.layout),
    routes: routeChanges(before, after),
    asks: null,
    notTried: false,
  };
}

const noEffect = (message: string): MessageEffect => ({
  message,
  changes: [],
  rows: [],
  rowsJudged: null,
  verdict: null,
  reasons: null,
  sieve: null,
  category: null,
  layout: null,
  routes: [],
  asks: null,
  notTried: false,
});

/** Whether anything at all differs. */
export function hasEffect(effect: MessageEffect): boolean {
  const { changes, rows, routes, verdict, reasons, sieve, category, layout, asks } = effect;
  const turned = [verdict, reasons, sieve, category, layout, asks].some((one) => one !== null);
  return changes.length > 0 || rows.length > 0 || routes.length > 0 || turned;
}

const turn = <T>(before: T, after: T): Turn<T> | null => (before === after ? null : { before, after });

function reasonsTurn(before: Made, after: Made): Turn<string[]> | null {
  const [was, is] = [before, after].map(({ reasons }) => reasons.map(({ code }) => code).sort()) as [
    string[],
    string[],
  ];
  return was.join(' ') === is.join(' ') ? null : { before: was, after: is };
}

function askedBy({ wants }: Made): { questions: number; characters: number } {
  const characters = wants.reduce(
    (sum, { request }) => sum + request.messages.reduce((all, { content }) => all + content.length, 0),
    0,
  );
  return { questions: wants.length, characters };
}

function changeOf(field: string, made: Made, next: Made, expected: Expected | null): ValueChange | null {
  const [before, after] = [fieldSpot(made, field), fieldSpot(next, field)];
  const kind = kindOf(before, after);
  if (!kind) return null;
  const wanted = expectedOf(expected, field);
  if (wanted === undefined) return { field, kind, before, after };
  const judged = judgedTurn(isRight(before, wanted), isRight(after, wanted));
  return { field, kind, before, after, expected: wanted, judged };
}

function kindOf(before: Spot, after: Spot): ChangeKind | null {
  if (before.value === null && after.value === null) return before.problem === after.problem ? null : 'unclear';
  if (before.value === null) return 'gained';
  if (after.value === null) return 'lost';
  if (!sameValue(before.value, after.value)) return 'altered';
  return placeOf(before) === placeOf(after) ? null : 'moved';
}

/** Where a value stands in the message, whichever rule found it. */
const placeOf = ({ evidence }: Spot) =>
  evidence.map(({ how, in: where, start, end }) => `${how} ${where} ${start} ${end}`).join(', ');

const judgedTurn = (was: boolean, is: boolean): NonNullable<ValueChange['judged']> =>
  was === is ? (is ? 'right' : 'wrong') : is ? 'mends' : 'breaks';

function rowsJudged(before: Made, after: Made, expected: Expected | null): MessageEffect['rowsJudged'] {
  const wanted = expected?.rows;
  if (!wanted) return null;
  const right = ({ rows }: Made) => compareRows(wanted, rows).length === 0;
  return judgedTurn(right(before), right(after));
}

/** Routes by name; the sieve's own stand before those of the mailbox in both. */
function routeChanges(before: Made, after: Made): RouteChange[] {
  const names = [...new Set([...before.hits, ...after.hits].map(({ route }) => route))];
  return names.flatMap((route): RouteChange[] => {
    const [was, is] = [firing(before, route), firing(after, route)];
    const to = (is ?? was)?.to ?? '';
    const kind = !was ? 'fires' : !is ? 'stops' : 'alters';
    if (!was && !is) return [];
    if (was && is && was.to === is.to && canonicalJson(was.lines) === canonicalJson(is.lines)) return [];
    return [{ route, to, kind, before: was && said(was), after: is && said(is), left: was?.left === true }];
  });
}

const said = ({ why, lines }: Made['hits'][number]) => ({ why, lines });

/** What would really go of what was made of a message: of a record in review only what does not wait for it. */
export const wouldFire = (made: Made): Made['hits'] => made.hits.filter(({ route }) => firing(made, route) !== null);

/** The route's hit, if what it writes would really go: of a record in review it waits, unless the route does not. */
function firing({ hits, verdict }: Made, route: string): Made['hits'][number] | null {
  const hit = hits.find((one) => one.route === route);
  if (!hit?.fires || verdict === 'skipped') return null;
  return verdict === 'sound' || hit.inReview === 'deliver' ? hit : null;
}
