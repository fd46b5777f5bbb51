import type { EffectSummary, Evidence, MessageEffect, RowDifference, Spot, ValueChange } from '@yellow-sieve/core';
import { cellsText } from './coverage-text.js';
import { named } from './value-text.js';

/** An effect in numbers, and what its questions to a model would take where that is known. */
export type ShownSummary = EffectSummary & {
  estimate?: { tokens: number; price: { value: number; currency: string } | null };
};

/** An effect on one message, with the subject people know it by where a service tells it. */
export type ToldEffect = MessageEffect & { subject?: string | null };

const headOf = ({ message, subject }: ToldEffect) => (subject ? `${message}  ${subject}` : message);

/** The effect of a change for a terminal: the numbers, then each message it touches. */
export function effectText(summary: ShownSummary, effects: readonly ToldEffect[]): string {
  const touched = effects.filter((effect) => linesOf(effect).length > 0);
  return [
    ...summaryLines(summary),
    ...touched.flatMap((effect) => ['', headOf(effect), ...linesOf(effect).map((line) => `     ${line}`)]),
  ].join('\n');
}

/** The numbers alone. */
export function summaryLines(summary: ShownSummary): string[] {
  const { messages, affected, notTried, fields, rows, asks, breaks, mends } = summary;
  const counts = (of: object) =>
    Object.entries(of)
      .filter(([, count]) => count > 0)
      .map(([name, count]) => `${count} ${name}`)
      .join(', ');
  const lines = (about: string, of: Record<string, object | number>) =>
    Object.entries(of).map(([name, count]) =>
      row(about, name, typeof count === 'number' ? String(count) : counts(count)),
    );
  const none = affected === 0 && notTried === 0;
  return [
    none
      ? `Effect: none on ${messages} messages`
      : `Effect: ${affected} of ${messages} messages differ${notTried > 0 ? `, ${notTried} could not be compared` : ''}`,
    ...lines('field', fields),
    ...(rows.gained + rows.lost + rows.altered > 0 ? [row('rows', '', counts(rows))] : []),
    ...lines('verdict', summary.verdicts),
    ...lines('sieve', summary.sieves),
    ...lines('category', summary.categories),
    ...lines('layout', summary.layouts),
    ...lines('route', summary.routes),
    ...(breaks > 0 ? [row('expected', '', `${breaks} that held, and would no longer`)] : []),
    ...(mends > 0 ? [row('expected', '', `${mends} that did not hold, and would`)] : []),
    ...(asks.questions > 0 ? [row('model', '', `${questions(asks)}, ${estimateText(summary)}`)] : []),
  ];
}

/** What the questions would take; only a service knows more than how long they are. */
function estimateText({ asks, estimate }: ShownSummary): string {
  if (!estimate) return `${asks.characters} characters`;
  const { tokens, price } = estimate;
  return `about ${tokens} tokens${price ? `, about ${price.value.toFixed(price.value < 1 ? 4 : 2)} ${price.currency}` : ''}`;
}

const questions = ({ questions: count }: EffectSummary['asks']) => `${count} ${count === 1 ? 'question' : 'questions'}`;

const row = (about: string, name: string, what: string) =>
  `  ${about.padEnd(9)} ${[name, what].filter(Boolean).join('  ')}`;

/** What differs in one message, a line each. */
export function linesOf(effect: MessageEffect): string[] {
  const { changes, rows, verdict, reasons, sieve, category, layout, routes, asks, notTried } = effect;
  const turned = (name: string, turn: { before: string | null; after: string | null } | null) =>
    turn ? [`${name}: ${turn.before ?? 'none'} → ${turn.after ?? 'none'}`] : [];
  return [
    ...changes.map(changeLine),
    ...rows.map(rowLine),
    ...turned('verdict', verdict),
    ...(reasons && !verdict ? [`reasons: ${codes(reasons.before)} → ${codes(reasons.after)}`] : []),
    ...turned('sieve', sieve),
    ...turned('category', category),
    ...turned('layout', layout),
    ...routes.map(
      ({ route, to, kind, left }) =>
        `route ${route} to ${to}: ${routeWords[kind]}${left ? '; what it wrote was delivered' : ''}`,
    ),
    ...(asks ? [`would ask a model ${questions(asks)} (${asks.characters} characters)`] : []),
    ...(notTried && !asks ? ['not compared: the old rules lack an answer of the model'] : []),
  ];
}

const codes = (list: readonly string[]) => list.join(', ') || 'none';
const routeWords = {
  fires: 'would fire now',
  stops: 'would no longer fire',
  alters: 'would write something else',
} as const;
const judgedWords = {
  breaks: ', which breaks what was right',
  mends: ', which is as expected',
  right: ', as expected both times',
  wrong: ', neither as expected',
} as const;

function changeLine({ field, kind, before, after, judged }: ValueChange): string {
  const end = judged ? judgedWords[judged] : '';
  if (kind === 'moved') return `${field}: the same ${named(after.value)}, ${place(after)} instead of ${place(before)}`;
  if (kind === 'unclear') return `${field}: empty, ${after.problem ?? 'and no longer a problem'}${end}`;
  const from = before.value === null ? '' : ` (${place(before)})`;
  const to = after.value === null ? (after.problem ? ` (${after.problem})` : '') : ` (${place(after)})`;
  return `${field} ${kind}: ${named(before.value)}${from} → ${named(after.value)}${to}${end}`;
}

/** Where a value was read, in short. */
function place({ evidence: [first] }: Spot): string {
  return first ? placeOf(first) : 'from nowhere';
}

function placeOf({ how, in: where, start, rule }: Evidence): string {
  const at = where === null ? '' : ` in ${where}${start === null ? '' : ` at ${start}`}`;
  return `${how}${at}${rule ? ` by “${rule}”` : ''}`;
}

function rowLine(one: RowDifference): string {
  if (one.kind === 'altered') {
    const cells = one.cells.map(({ column, before, after }) => `${column} ${named(before)} → ${named(after)}`);
    return `row ${one.after + 1} altered: ${cells.join('; ')}`;
  }
  const at = one.kind === 'lost' ? one.before : one.after;
  return `row ${at + 1} ${one.kind}: ${cellsText(one.row)}`;
}
