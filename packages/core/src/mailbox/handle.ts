import { decide } from '../conditions/index.js';
import { say } from '../errors/index.js';
import type { Arrival, Scene } from '../names/index.js';
import { type Confirmation, confirmationOf, formOf, type Reading } from '../reading/index.js';
import { hitRoute, type RouteHit } from '../routing/index.js';
import type { Facts, ModelQuestion } from '../rules/index.js';
import { screen } from '../screening/screen.js';
import {
  type CompiledSieve,
  noFacts,
  type Outcome,
  type Reason,
  sift,
  type TypedValues,
  unstored,
  type Verdict,
} from '../sieve/index.js';
import { type Sorted, type SorterFacts, type SortResult, sortMessage } from '../sorting/index.js';
import type { CompiledMailbox } from './compile-mailbox.js';
import { ownerOfCategory } from './owner.js';

/** What a mailbox makes of a message: its verdict, and the record when a sieve took it. */
export interface Handled {
  kind: 'handled';
  verdict: Verdict;
  reasons: Reason[];
  /** What the sorter said; null where the mailbox has none. */
  sorted: Sorted | null;
  outcome: Outcome | null;
  values: TypedValues | null;
  hits: RouteHit[];
}

export type HandleResult = Handled | { kind: 'wants'; wants: ModelQuestion[] };

/** What a mailbox knows beside the message: what its sieves ask for, and what its sorter has learned. */
export interface MailboxFacts extends Facts {
  sorter?: SorterFacts | undefined;
}

/** Screens, sorts, picks the sieve and sifts, in that order. Pure, like `sift`. */
export function handleMessage(
  reading: Reading,
  mailbox: CompiledMailbox,
  facts: MailboxFacts = noFacts,
  arrived: Arrival = unstored(reading),
): HandleResult {
  const arrival = { ...arrived, trusted: mailbox.source.trusted_servers ?? [] };
  const scene = messageScene(reading, arrival, null);
  // Such mail is made by a program, and would often be screened out.
  const asked = arrival.admitted ? null : confirmationOf(reading, [arrival.recipient, ...mailbox.source.addresses]);
  if (asked) return ended('review', confirmationReason(asked), null);
  const screened = screen(mailbox.accept, scene);
  if (screened) return ended('skipped', screened, null);
  const sorted = sortIn(mailbox, facts, scene);
  if (sorted && 'kind' in sorted)
    return { kind: 'wants', wants: [{ ...sorted.want, sieve: sorterName(mailbox.name) }] };
  const owner = ownerOfCategory(mailbox.source, sorted?.category ?? null, facts.lookups ?? {});
  // Routes that ask who looks after it would stay silent: what cannot be looked up waits whole.
  if (typeof owner === 'object' && owner !== null) return ended('review', owner, sorted);
  const sortedScene = { ...messageScene(reading, arrival, sorted?.category ?? null), owner };
  const hits = mailbox.routes.map((route) => hitRoute(route, `mailbox ${mailbox.name}`, sortedScene));
  if (sorted && sorted.category === null)
    return { ...ended('review', { code: 'YS-MESSAGE-UNSORTED', text: unsortedText(sorted) }, sorted), hits };
  const picked = pick(mailbox, sortedScene);
  if ('code' in picked) {
    if (mailbox.otherwise.kind === 'done') return { ...finished(sorted), hits };
    // What a person took in is not skipped a second time.
    const skips = mailbox.otherwise.kind === 'skip' && !arrival.admitted;
    return { ...ended(skips ? 'skipped' : 'review', picked, sorted), hits };
  }
  const result = sift(reading, picked, facts, arrival, sorted?.category ?? null);
  if (result.kind === 'wants') return result;
  const { outcome, values } = result;
  return {
    kind: 'handled',
    verdict: outcome.verdict,
    reasons: outcome.reasons,
    sorted,
    outcome,
    values,
    hits: [...result.hits, ...hits],
  };
}

/** A person is to decide, so nothing is sorted or routed before. */
function confirmationReason({ code, link }: Confirmation): Reason {
  const given = [...(code ? [`code ${code}`] : []), ...(link ? [link] : [])].join(', ');
  return { code: 'YS-MESSAGE-CONFIRMATION', text: say('YS-MESSAGE-CONFIRMATION', { given }) };
}

/** Sorts a message and does nothing else; null where the mailbox has no sorter. What is screened out is sorted all the same. */
export function sortReading(
  reading: Reading,
  mailbox: CompiledMailbox,
  facts: MailboxFacts,
  arrived: Arrival = unstored(reading),
): SortResult | null {
  const arrival = { ...arrived, trusted: mailbox.source.trusted_servers ?? [] };
  return sortIn(mailbox, facts, messageScene(reading, arrival, null));
}

const sortIn = ({ sorter }: CompiledMailbox, facts: MailboxFacts, scene: Scene): SortResult | null =>
  sorter && sortMessage(sorter, facts.sorter ?? { learned: null }, facts, scene);

/** What a mailbox’s sorter asks counts under this name. */
export const sorterName = (mailbox: string): string => `mailbox ${mailbox}`;

/** The first sieve whose acceptance holds, else the mailbox's `otherwise`. */
function pick(mailbox: CompiledMailbox, scene: Scene): CompiledSieve | Reason {
  const refusals: string[] = [];
  for (const sieve of mailbox.sieves) {
    const decision = sieve.accept ? decide(sieve.accept, scene) : null;
    if (!decision || decision.holds) return sieve;
    refusals.push(`${sieve.name}: ${decision.why}`);
  }
  if (mailbox.otherwise.kind === 'sieve') return mailbox.otherwise.sieve;
  const why = refusals.length > 0 ? ` ${refusals.join('; ')}.` : '';
  return { code: 'YS-MESSAGE-NO-SIEVE', text: say('YS-MESSAGE-NO-SIEVE') + why };
}

function messageScene(reading: Reading, arrival: Arrival, category: string | null): Scene {
  return { reading, form: formOf(reading), arrival, category, fields: new Map(), rows: [], row: null, record: {} };
}

function ended(verdict: Verdict, reason: Reason, sorted: Sorted | null): Handled {
  return { kind: 'handled', verdict, reasons: [reason], sorted, outcome: null, values: null, hits: [] };
}

/** Nothing is to be taken out of it, and nobody has to look at it: its routes are all there is. */
const finished = (sorted: Sorted | null): Handled => ({
  kind: 'handled',
  verdict: 'sound',
  reasons: [],
  sorted,
  outcome: null,
  values: null,
  hits: [],
});

const unsortedText = ({ why }: Sorted) => `${say('YS-MESSAGE-UNSORTED')} ${why[0]?.toUpperCase()}${why.slice(1)}.`;
