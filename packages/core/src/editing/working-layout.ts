import { hasLayouts } from '../rules/index.js';
import type { CompiledSieve, Outcome } from '../sieve/index.js';
import type { Named } from '../suggest/write-layout.js';
import { slotsIn } from './layout-text.js';
import { SourceMap } from './source-map.js';

/** The layout that a message was read by, with its place in the source text. */
export interface WorkingLayout {
  path: ['rules', number, 'layouts', number];
  /** Name of its rule, as evidence has it. */
  rule: string;
  text: string;
  subject: string | null;
}

/** The layout that made a record; null where none was recognised. */
export function workingLayout(source: string, { layout }: Pick<Outcome, 'layout'>): WorkingLayout | null {
  if (layout === null) return null;
  const map = new SourceMap(source);
  for (const [i] of map.list('rules').entries()) {
    if (!hasLayouts(map.text('rules', i, 'kind'))) continue;
    for (const [k] of map.list('rules', i, 'layouts').entries()) {
      if (map.text('rules', i, 'layouts', k, 'name') !== layout) continue;
      return {
        path: ['rules', i, 'layouts', k],
        rule: map.text('rules', i, 'name') ?? `${map.text('rules', i, 'kind')} ${i + 1}`,
        text: map.text('rules', i, 'layouts', k, 'text') ?? '',
        subject: map.text('rules', i, 'layouts', k, 'subject'),
      };
    }
  }
  return null;
}

/** Where values stand in a part of a message, each field once, none over another; those of rows are left out. */
export function marksFrom(
  { evidence }: Pick<Outcome, 'evidence'>,
  { fields }: Pick<CompiledSieve, 'fields'>,
  where: 'message.text' | 'message.subject',
  only: (field: string, rule: string | null) => boolean = () => true,
): Named[] {
  const all = Object.keys(fields).flatMap((field): Named[] => {
    const place = evidence[field]?.find((one) => one.in === where && one.how === 'read' && only(field, one.rule));
    if (!place || place.start === null || place.end === null || place.end <= place.start) return [];
    return [{ label: field, field, start: place.start, end: place.end, by: 'label' }];
  });
  let end = -1;
  return all
    .sort((a, b) => a.start - b.start)
    .filter((mark) => {
      if (mark.start < end) return false;
      end = mark.end;
      return true;
    });
}

/** Where cells of rows stand in a message, under the names of their columns. */
export function rowMarks({ evidence }: Pick<Outcome, 'evidence'>): Named[] {
  return Object.entries(evidence).flatMap(([path, places]) => {
    const field = /^rows\[\d+\]\.(.*)$/.exec(path)?.[1];
    const place = places.find((one) => one.in === 'message.text' && one.how === 'read');
    if (field === undefined || !place || place.start === null || place.end === null) return [];
    return [{ label: field, field, start: place.start, end: place.end, by: 'label' as const }];
  });
}

/** The marks of a layout in the message it was read from. */
export const marksOfLayout = (outcome: Outcome, sieve: CompiledSieve, { rule, text }: WorkingLayout): Named[] => {
  const slots = text.split('\n').flatMap(slotsIn);
  return marksFrom(outcome, sieve, 'message.text', (field, by) => by === rule && slots.includes(field));
};
